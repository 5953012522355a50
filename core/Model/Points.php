<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;

/** Colours in the coordinates that mixtures are fitted in: L, 2.5·a, 2.5·b of OKLab, so that hue and chroma weigh as they look. */
final readonly class Points
{
    public const CHROMA_SCALE = 2.5;

    /**
     * @param array<int, float> $x
     * @param array<int, float> $y
     * @param array<int, float> $z as many each
     */
    public function __construct(public array $x, public array $y, public array $z)
    {
    }

    /** @param ColourBlock $colours any space */
    public static function of(ColourBlock $colours): self
    {
        $lab = $colours->in(OkLab::class);
        $scaled = static fn (float $v): float => self::CHROMA_SCALE * $v;

        return new self($lab->a, array_map($scaled, $lab->b), array_map($scaled, $lab->c));
    }

    /** At most so many of them, evenly through the list. */
    public function thinned(int $most): self
    {
        $n = $this->count();
        if ($n <= $most) {
            return $this;
        }
        $x = $y = $z = [];
        for ($j = 0; $j < $most; ++$j) {
            $i = intdiv($j * $n, $most);
            $x[] = $this->x[$i];
            $y[] = $this->y[$i];
            $z[] = $this->z[$i];
        }

        return new self($x, $y, $z);
    }

    /** The same points, by x from the least. */
    public function sorted(): self
    {
        $order = $this->x;
        asort($order);
        $x = $y = $z = [];
        foreach (array_keys($order) as $i) {
            $x[] = $this->x[$i];
            $y[] = $this->y[$i];
            $z[] = $this->z[$i];
        }

        return new self($x, $y, $z);
    }

    public function count(): int
    {
        return \count($this->x);
    }
}
