<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\OkLab;

/** How far colours are from being one: their mean ΔE00 from their mean. */
final class Spread
{
    /**
     * @param ColourBlock       $colours any space
     * @param array<int, float> $weights how much each counts
     */
    public static function of(ColourBlock $colours, array $weights): float
    {
        $middle = self::middle($colours, $weights);
        if (null === $middle) {
            return 0.0;
        }
        $n = $colours->count();
        $mean = new ColourBlock(OkLab::class, array_fill(0, $n, $middle[0]), array_fill(0, $n, $middle[1]), array_fill(0, $n, $middle[2]));
        $sum = 0.0;
        foreach (DeltaE2000::between($colours, $mean) as $i => $difference) {
            $sum += $weights[$i] * $difference;
        }

        return $sum / array_sum($weights);
    }

    /**
     * The mean of what is reached, in OKLab.
     *
     * @param array<int, float> $weights how much each counts
     *
     * @return array{0: float, 1: float, 2: float}|null null when nothing is reached
     */
    public static function middle(ColourBlock $colours, array $weights): ?array
    {
        $lab = $colours->in(OkLab::class);
        $total = array_sum($weights);
        if ($total <= 0.0) {
            return null;
        }
        $sums = [0.0, 0.0, 0.0];
        foreach ($weights as $i => $weight) {
            $sums[0] += $weight * $lab->a[$i];
            $sums[1] += $weight * $lab->b[$i];
            $sums[2] += $weight * $lab->c[$i];
        }

        return [$sums[0] / $total, $sums[1] / $total, $sums[2] / $total];
    }
}
