<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Chart;

/**
 * What a corrected colour is put together from. Root polynomials keep what a matrix has: twice the light gives twice the colour.
 *
 * Source: Finlayson, Mackiewicz & Hurlbert, "Color correction using root-polynomial regression" (2015), degree 2.
 */
enum ChartTerms: string
{
    case Matrix = 'matrix';
    case RootPolynomial = 'root-polynomial';

    public function count(): int
    {
        return self::Matrix === $this ? 3 : 6;
    }

    /** @return list<float> as many as count(), all of them the same for a grey */
    public function of(float $r, float $g, float $b): array
    {
        return self::Matrix === $this ? [$r, $g, $b] : [$r, $g, $b, self::root($r, $g), self::root($g, $b), self::root($r, $b)];
    }

    /** A colour outside of the working space has no root: it goes on as if that part were not there. */
    private static function root(float $one, float $other): float
    {
        return $one > 0.0 && $other > 0.0 ? sqrt($one * $other) : 0.0;
    }
}
