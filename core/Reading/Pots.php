<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\ColourClusters;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;

/** A photo's own colour families, largest first: the same on every run. */
final readonly class Pots implements \JsonSerializable
{
    public const MOST = 12;
    /** Families closer than this, as ColourClusters measures, are one pot. */
    private const DISTANCE = 0.032;
    /** A family with a smaller share of the picture joins the nearest one. */
    private const LEAST = 0.004;

    /**
     * @param list<array{0: float, 1: float, 2: float}> $centres OKLab means
     * @param list<float>                                   $shares  shares of the picture, summing to 1
     */
    private function __construct(public array $centres, public array $shares)
    {
    }

    /** @param ColourBlock $colours a photo's digest */
    public static function of(ColourBlock $colours): self
    {
        $families = ColourClusters::of($colours, self::MOST + 6, self::DISTANCE, self::LEAST);

        return new self(\array_slice($families->centres, 0, self::MOST), \array_slice($families->shares, 0, self::MOST));
    }

    /**
     * Pots as they were serialised.
     *
     * @param array<mixed> $data
     */
    public static function fromArray(array $data): self
    {
        /** @var array{centres: list<array{0: float, 1: float, 2: float}>, shares: list<float>} $data */
        return new self($data['centres'], $data['shares']);
    }

    /** @return array{centres: list<array{0: float, 1: float, 2: float}>, shares: list<float>} */
    public function jsonSerialize(): array
    {
        return ['centres' => $this->centres, 'shares' => $this->shares];
    }

    public function count(): int
    {
        return \count($this->centres);
    }

    /** What a pot is called, without an article. */
    public function name(int $pot): string
    {
        return ColourName::of(...ColourBlock::of(OkLab::class, [$this->centres[$pot]])->in(OkLch::class)->at(0));
    }

    /**
     * Which pot each colour belongs to.
     *
     * @return array<int, int>
     */
    public function membership(ColourBlock $colours): array
    {
        return ColourClusters::assign($colours, $this->centres);
    }

    /** The colours among the given ones that belong to a pot, in OKLab. */
    public function members(ColourBlock $colours, int $pot): ColourBlock
    {
        $lab = $colours->in(OkLab::class);
        $l = $a = $b = [];
        foreach ($this->membership($lab) as $i => $at) {
            if ($at === $pot) {
                $l[] = $lab->a[$i];
                $a[] = $lab->b[$i];
                $b[] = $lab->c[$i];
            }
        }

        return new ColourBlock(OkLab::class, $l, $a, $b);
    }
}
