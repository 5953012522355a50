<?php

declare(strict_types=1);

namespace Tovrin\Core\Tone;

/** The one soft step of the product: 3t² − 2t³ on t clamped to 0…1. */
final class Smooth
{
    /** OKLCh chroma below which a hue means less and less. */
    public const FADE_CHROMA = 0.02;

    public static function at(float $t): float
    {
        if ($t <= 0.0) {
            return 0.0;
        }
        if ($t >= 1.0) {
            return 1.0;
        }

        return $t * $t * (3.0 - 2.0 * $t);
    }
}
