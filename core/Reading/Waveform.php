<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Srgb;

/** Where in the picture, from left to right, which levels lie: for each column of it a small histogram. */
final readonly class Waveform
{
    public const LEVELS = 64;
    public const MOST_COLUMNS = 120;

    /**
     * @param int                       $columns columns of the picture that are told apart
     * @param list<array<int, int>> $counts  red, green, blue and light: columns × LEVELS counts, level running fastest, dark first
     */
    private function __construct(public int $columns, public array $counts)
    {
    }

    /**
     * @param ColourBlock            $colours a digest's colours, or what a grade made of them, row by row
     * @param int                    $perRow  colours in a row
     * @param array<int, float>|null $grey    their Histogram::greyLevels(), where those are known already
     */
    public static function of(ColourBlock $colours, int $perRow, ?array $grey = null): self
    {
        $columns = min(self::MOST_COLUMNS, $perRow);
        $rgb = $colours->in(Srgb::class);
        $counts = [];
        foreach ([$rgb->a, $rgb->b, $rgb->c, $grey ?? Histogram::greyLevels($colours)] as $values) {
            $cells = array_fill(0, $columns * self::LEVELS, 0);
            $n = \count($values);
            for ($i = 0; $i < $n; ++$i) {
                $level = (int) ($values[$i] * self::LEVELS);
                ++$cells[intdiv(($i % $perRow) * $columns, $perRow) * self::LEVELS + ($level < 0 ? 0 : ($level >= self::LEVELS ? self::LEVELS - 1 : $level))];
            }
            $counts[] = $cells;
        }

        return new self($columns, $counts);
    }
}
