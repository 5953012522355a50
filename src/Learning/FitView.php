<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Reach\Fit\Caught;
use Tovrin\Core\Reach\Fit\Mark;
use Tovrin\Core\Reach\Fit\Rounding;
use Tovrin\Core\Reach\Fit\Samples;
use Tovrin\Core\Reach\Reach;

/** A reach made from samples, and how well it does. */
final readonly class FitView implements \JsonSerializable
{
    /** Less in common than this is not worth saying. */
    private const TOUCHING = 0.03;
    private const SAME = 0.9;
    /** Colours within the same cell of this size in OKLab are the same to the eye. */
    private const CELL = 0.012;
    /** Colours of each mark that place a share within a few per cent. */
    private const ENOUGH = 400;

    /**
     * @param float|null   $wanted  share of the wanted samples that is caught, 0 to 1
     * @param float|null   $held    share of the held samples that is caught all the same, 0 to 1
     * @param float        $overlap share of their colours that wanted and held samples have in common, 0 to 1
     * @param list<string> $words   what was done, in whole sentences
     * @param AskView|null $ask     what is caught without having been marked
     * @param ChangeView|null $change what the newest sample changed most
     */
    private function __construct(public ?Reach $reach, public ?float $wanted, public ?float $held, public float $overlap, public array $words, public ?AskView $ask = null, public ?ChangeView $change = null)
    {
    }

    /**
     * A reach of which nothing is said but how much of what was wanted it catches.
     *
     * @param list<string> $words
     */
    public static function ofReach(Reach $reach, array $words, ?float $wanted = null): self
    {
        return new self(self::orNull($reach), $wanted, null, 0.0, $words);
    }

    /** @param list<string> $words said before what the fit itself says */
    public static function taught(Reach $reach, LearningResult $result, ?AskView $ask, ?ChangeView $change, array $words): self
    {
        [$wanted, $held] = [Caught::share($reach, self::colours($result, true, self::ENOUGH)), Caught::share($reach, self::colours($result, false, self::ENOUGH))];
        $overlap = Samples::overlap(self::colours($result, true), self::colours($result, false), self::CELL);
        if (null !== $change) {
            $words[] = \sprintf('%s: %s%s, %s of the photo.', $change->added ? 'Now also' : 'No longer', $change->mostly ? 'mostly ' : '', $change->name, Rounding::percent($change->share));
        }
        if ($reach->invert) {
            $words[] = 'Acts on everything except what was marked.';
        } elseif (null !== $wanted) {
            $words[] = \sprintf('Catches %s of what you chose%s.', Rounding::percent($wanted), null === $held ? '' : \sprintf(' and %s of what you held', Rounding::percent($held)));
        } elseif (null !== $held) {
            $words[] = \sprintf('Still catches %s of what you held.', Rounding::percent($held));
        }
        if ($overlap > self::SAME) {
            $words[] = 'What you chose and what you held have the same colours. Mark another part of either, or draw an area.';
        } elseif ($overlap > self::TOUCHING) {
            $words[] = \sprintf('%s of their colours are the same. Draw an area to separate them.', ucfirst(Rounding::percent($overlap)));
        }

        return new self(self::orNull($reach), $wanted, $held, $overlap, $words, $ask, $change);
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return ['reach' => null === $this->reach ? null : LookWriter::reach($this->reach), 'wanted' => $this->wanted, 'held' => $this->held, 'overlap' => $this->overlap, 'words' => $this->words, 'ask' => $this->ask, 'change' => $this->change];
    }

    /** One that lets everything through is none. */
    private static function orNull(Reach $reach): ?Reach
    {
        return [] === $reach->kinds && !$reach->invert && [] === $reach->held ? null : $reach;
    }

    /** @return ColourBlock under the wanted marks, or under the held ones */
    private static function colours(LearningResult $result, bool $wanted, int $mostOfEach = \PHP_INT_MAX): ColourBlock
    {
        $marks = array_filter($result->marks, static fn (Mark $mark): bool => $mark->wanted === $wanted);

        return [] === $marks ? ColourBlock::of(Srgb::class, []) : ColourBlock::joined(array_values(array_map(static fn (Mark $mark): ColourBlock => $mark->colours->thinned($mostOfEach), $marks)));
    }
}
