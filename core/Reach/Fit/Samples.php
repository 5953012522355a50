<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;

/** What marked colours say as a group: without slips of the hand, how far they spread, what two groups share. */
final class Samples
{
    /** OKLCh chroma below which a sample says nothing of hue. */
    public const NEUTRAL = 0.02;
    /** Share of samples at either end that count as outliers. */
    private const OUTLIERS = 0.01;
    /** Side of an OKLab cell by which overlap is counted: about what the eye just tells apart. */
    private const OVERLAP_CELL = 0.025;

    /**
     * Leaves out the few samples of quite another hue, or without any, that a hand slipping off the edge of a thing
     * brings in. What is a tenth or more of the samples is no slip.
     */
    public static function withoutStrays(ColourBlock $wanted): ColourBlock
    {
        $lch = $wanted->in(OkLch::class);
        $n = $lch->count();
        $x = $y = 0.0;
        $strong = 0;
        for ($i = 0; $i < $n; ++$i) {
            $x += $lch->b[$i] * cos(deg2rad($lch->c[$i]));
            $y += $lch->b[$i] * sin(deg2rad($lch->c[$i]));
            $strong += $lch->b[$i] >= self::NEUTRAL ? 1 : 0;
        }
        if ($n < 20 || $strong < 0.5 * $n) {
            return $wanted;
        }
        $mean = rad2deg(atan2($y, $x));
        $away = [];
        for ($i = 0; $i < $n; ++$i) {
            $d = $lch->c[$i] - $mean;
            $away[] = abs($d - 360.0 * round($d / 360.0));
        }
        $sorted = $away;
        sort($sorted);
        // Five times the median distance: generous for a shaded thing, far too little for another one.
        $far = max(25.0, 5.0 * $sorted[intdiv($n, 2)]);
        $a = $b = $c = [];
        for ($i = 0; $i < $n; ++$i) {
            if ($lch->b[$i] >= self::NEUTRAL && $away[$i] <= $far) {
                $a[] = $lch->a[$i];
                $b[] = $lch->b[$i];
                $c[] = $lch->c[$i];
            }
        }

        return \count($a) >= 0.88 * $n ? new ColourBlock(OkLch::class, $a, $b, $c) : $wanted;
    }

    /**
     * The share of colours two groups have in common: the overlap of their distributions over small
     * OKLab cells, 0 (nothing) … 1 (the same).
     */
    public static function overlap(ColourBlock $one, ColourBlock $other, float $cell = self::OVERLAP_CELL): float
    {
        $p = self::distribution($one->in(OkLab::class), $cell);
        $q = self::distribution($other->in(OkLab::class), $cell);
        $shared = 0.0;
        foreach ($p as $cell => $share) {
            $shared += min($share, $q[$cell] ?? 0.0);
        }

        return $shared;
    }

    /**
     * The lowest and the highest value once the outliers at both ends are cut.
     *
     * @param array<int, float> $values
     *
     * @return array{0: float, 1: float}
     */
    public static function range(array $values, float $outliers = self::OUTLIERS): array
    {
        if ([] === $values) {
            return [0.0, 0.0];
        }
        sort($values);
        $cut = (int) floor($outliers * \count($values));

        return [$values[$cut], $values[\count($values) - 1 - $cut]];
    }

    /** @return array<int, float> share of the colours in each occupied cell */
    private static function distribution(ColourBlock $lab, float $size): array
    {
        $counts = [];
        $n = $lab->count();
        for ($i = 0; $i < $n; ++$i) {
            $key = ((int) floor($lab->a[$i] / $size) + 256) << 20
                | ((int) floor($lab->b[$i] / $size) + 256) << 10
                | ((int) floor($lab->c[$i] / $size) + 256);
            $counts[$key] = ($counts[$key] ?? 0) + 1;
        }

        return array_map(static fn (int $count): float => $count / $n, $counts);
    }
}
