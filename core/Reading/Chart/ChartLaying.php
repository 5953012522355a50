<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading\Chart;

use Tovrin\Core\Move\Chart\ChartReference;
use Tovrin\Core\Move\Chart\RoughFit;

/** Which way a chart lies over pieces in rows: turned, and moved, so that colours agree. */
final readonly class ChartLaying
{
    /** Of the pieces in rows, so many must lie on the chart; the rest may be its frame, or what is beside it. */
    private const ON_LEAST = 0.7;
    /** Fewer pieces in rows are no chart. */
    public const PATCHES_LEAST = 9;
    /** Lab: a piece further off is no patch. */
    private const STRAY = 25.0;

    /**
     * @param list<array{0: int, 1: int, 2: FlatPiece}> $cells   column, row, and what lies there
     * @param float                                     $off     mean difference in Lab from what the values tell, after the best linear correction
     * @param float                                     $clearly how many times worse the next best is
     */
    private function __construct(public array $cells, public float $off, public float $clearly)
    {
    }

    /** @param list<array{0: int, 1: int, 2: FlatPiece}> $cells from anywhere, turned anyhow */
    public static function best(array $cells, ChartReference $reference): ?self
    {
        if (\count($cells) < self::PATCHES_LEAST) {
            return null;
        }
        $best = $next = null;
        foreach ([0, 1, 2, 3] as $turns) {
            $turned = self::turned($cells, $turns);
            // From where only its last column and row lie on the chart to where only the first do.
            [$right, $rightEnd] = self::range(array_column($turned, 0), $reference->columns);
            for (; $right < $rightEnd; ++$right) {
                [$down, $downEnd] = self::range(array_column($turned, 1), $reference->rows());
                for (; $down < $downEnd; ++$down) {
                    $laid = self::laid($turned, $right, $down, $reference);
                    if (null !== $laid && (null === $best || $laid->worth() < $best->worth())) {
                        [$best, $next] = [$laid, $best];
                    } elseif (null !== $laid && (null === $next || $laid->worth() < $next->worth())) {
                        $next = $laid;
                    }
                }
            }
        }

        return null === $best ? null : new self($best->cells, $best->off, null === $next ? \INF : $next->worth() / $best->worth());
    }

    /**
     * Of the whole chart, from the middles of its patches.
     *
     * @return list<array{0: float, 1: float}> clockwise from the corner at the first patch, pixels
     */
    public function corners(ChartReference $reference): array
    {
        [$columns, $rows] = [$reference->columns, $reference->rows()];
        $from = array_map(static fn (array $cell): array => [($cell[0] + 0.5) / $columns, ($cell[1] + 0.5) / $rows], $this->cells);
        $to = array_map(static fn (array $cell): array => [$cell[2]->x, $cell[2]->y], $this->cells);
        $seen = Perspective::between($from, $to);

        return array_map(static fn (array $corner): array => $seen->at(...$corner), [[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]]);
    }

    /**
     * @param list<int> $numbers of columns or rows
     *
     * @return array{0: int, 1: int} how far they can be moved and still lie on a chart with so many
     */
    private static function range(array $numbers, int $length): array
    {
        return [] === $numbers ? [0, 0] : [-max($numbers), $length - min($numbers)];
    }

    /** What is least for the right one: few patches agree by chance far more easily than many. */
    private function worth(): float
    {
        return $this->off / \count($this->cells);
    }

    /**
     * @param list<array{0: int, 1: int, 2: FlatPiece}> $cells
     *
     * @return list<array{0: int, 1: int, 2: FlatPiece}>
     */
    private static function turned(array $cells, int $turns): array
    {
        for ($i = 0; $i < $turns; ++$i) {
            $cells = array_map(static fn (array $cell): array => [-$cell[1], $cell[0], $cell[2]], $cells);
        }

        return $cells;
    }

    /** @param list<array{0: int, 1: int, 2: FlatPiece}> $cells */
    private static function laid(array $cells, int $right, int $down, ChartReference $reference): ?self
    {
        $on = [];
        foreach ($cells as [$column, $row, $piece]) {
            [$column, $row] = [$column + $right, $row + $down];
            if ($column >= 0 && $row >= 0 && $column < $reference->columns && $row < $reference->rows()) {
                $on[] = [$column, $row, $piece];
            }
        }
        if (\count($on) < max(self::PATCHES_LEAST, self::ON_LEAST * \count($cells))) {
            return null;
        }
        $off = self::off($on, $reference);
        // A finger or a frame that was taken for a patch spoils the rest; without it is tried once.
        $stay = array_keys(array_filter($off, static fn (float $far): bool => $far <= self::STRAY));
        if (\count($stay) < \count($on) && \count($stay) >= max(self::PATCHES_LEAST, self::ON_LEAST * \count($on))) {
            $on = array_map(static fn (int $index): array => $on[$index], $stay);
            $off = self::off($on, $reference);
        }
        // What a correction of so many numbers reaches by itself does not count.
        $free = \count($on) - RoughFit::TERMS;

        return new self($on, array_sum($off) / max(1, $free), 0.0);
    }

    /**
     * @param list<array{0: int, 1: int, 2: FlatPiece}> $cells
     *
     * @return list<float> how far each is from what the values tell, in Lab
     */
    private static function off(array $cells, ChartReference $reference): array
    {
        return RoughFit::off(
            array_map(static fn (array $cell): array => [$cell[2]->colour[0] / 255.0, $cell[2]->colour[1] / 255.0, $cell[2]->colour[2] / 255.0], $cells),
            array_map(static fn (array $cell): array => $reference->labs[$cell[1] * $reference->columns + $cell[0]], $cells),
            1,
        );
    }
}
