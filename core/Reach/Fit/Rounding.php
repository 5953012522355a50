<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

/** Figures of a reach as people read them. */
final class Rounding
{
    public static function degree(float $hue): float
    {
        return round($hue - 360.0 * floor($hue / 360.0), 1);
    }

    /** A share in words. */
    public static function percent(float $share): string
    {
        return $share > 0.0 && $share < 0.01 ? 'less than 1 %' : \sprintf('%d %%', (int) round(100 * $share));
    }

    public static function tidy(float $value): float
    {
        return round($value, 4);
    }
}
