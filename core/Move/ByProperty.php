<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;

/**
 * Goes from colours to others in hue, saturation and lightness by an amount each. With equal amounts of hue and saturation it is
 * the straight way in OKLab, and with all amounts at 1 the others themselves. Continuous everywhere: near grey, where one of
 * both has no hue, hue and saturation are not parted.
 */
final class ByProperty
{
    /** OKLCh chroma around which they begin to be parted. */
    private const GREY = 0.02;

    /**
     * A hot loop.
     *
     * @param ColourBlock $from OKLab
     * @param ColourBlock $to   OKLab
     * @param float       $hue  0…1, as the other two
     */
    public static function go(ColourBlock $from, ColourBlock $to, float $hue, float $saturation, float $lightness): ColourBlock
    {
        if (1.0 === $hue && 1.0 === $saturation && 1.0 === $lightness) {
            return $to;
        }
        [$light, $green, $blue] = [$from->a, $from->b, $from->c];
        [$toLight, $toGreen, $toBlue] = [$to->a, $to->b, $to->c];
        $apart = abs($hue - $saturation);
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $light[$i] += $lightness * ($toLight[$i] - $light[$i]);
            $a = $green[$i];
            $b = $blue[$i];
            $p = $toGreen[$i];
            $q = $toBlue[$i];
            // The direction is that of the way by hue, the length that of the way by saturation.
            $x = $a + $hue * ($p - $a);
            $y = $b + $hue * ($q - $b);
            if ($apart > 0.0) {
                $own = sqrt($a * $a + $b * $b);
                $length = $own + $saturation * (sqrt($p * $p + $q * $q) - $own);
                $scale = 1.0 + $apart * ($length / sqrt($x * $x + $y * $y + self::GREY * self::GREY * $apart) - 1.0);
                $x *= $scale;
                $y *= $scale;
            }
            $green[$i] = $x;
            $blue[$i] = $y;
        }

        return new ColourBlock(OkLab::class, $light, $green, $blue);
    }
}
