<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * OKLCh, OKLab in polar form: L 0…1, C from 0 (about 0.32 is the most sRGB can show), h in degrees.
 *
 * Conversion gives hues in [0, 360); a move may leave them outside, which means the same hue
 * and keeps the direction it turned. Source: CSS Color 4, section 9.3.
 */
final class OkLch implements ColourSpace
{
    public static function id(): string
    {
        return 'oklch';
    }

    public static function parent(): string
    {
        return OkLab::class;
    }

    public static function toParent(array &$a, array &$b, array &$c): void
    {
        $n = \count($a);
        for ($i = 0; $i < $n; ++$i) {
            $chroma = $b[$i];
            $angle = $c[$i] * 0.017453292519943295;
            $b[$i] = $chroma * cos($angle);
            $c[$i] = $chroma * sin($angle);
        }
    }

    public static function fromParent(array &$a, array &$b, array &$c): void
    {
        $n = \count($a);
        for ($i = 0; $i < $n; ++$i) {
            $x = $b[$i];
            $y = $c[$i];
            $hue = atan2($y, $x) * 57.29577951308232;
            $b[$i] = sqrt($x * $x + $y * $y);
            $c[$i] = $hue < 0.0 ? $hue + 360.0 : $hue;
        }
    }
}
