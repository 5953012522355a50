<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/** The hexagonal hue that HSL and HSV share. */
final class HueSector
{
    /** Hue in degrees [0, 360) of an encoded RGB colour with the given maximum and range; 0 when neutral. */
    public static function degrees(float $r, float $g, float $b, float $max, float $range): float
    {
        if ($range <= 0.0) {
            return 0.0;
        }
        if ($max === $r) {
            $hue = ($g - $b) / $range + ($g < $b ? 6.0 : 0.0);
        } elseif ($max === $g) {
            $hue = ($b - $r) / $range + 2.0;
        } else {
            $hue = ($r - $g) / $range + 4.0;
        }

        return $hue * 60.0;
    }
}
