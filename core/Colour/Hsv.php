<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * HSV of encoded sRGB: hue in degrees [0, 360), saturation 0…1, value 0…1.
 *
 * Source: A. R. Smith, "Color gamut transform pairs" (SIGGRAPH 1978), with hue in degrees.
 */
final class Hsv implements ColourSpace
{
    public static function id(): string
    {
        return 'hsv';
    }

    public static function parent(): string
    {
        return Srgb::class;
    }

    public static function toParent(array &$a, array &$b, array &$c): void
    {
        $n = \count($a);
        for ($i = 0; $i < $n; ++$i) {
            $value = $c[$i];
            $range = $value * $b[$i];
            $sector = $a[$i] / 60.0;
            $kr = fmod($sector + 5.0, 6.0);
            $kg = fmod($sector + 3.0, 6.0);
            $kb = fmod($sector + 1.0, 6.0);
            $a[$i] = $value - $range * max(0.0, min($kr, 4.0 - $kr, 1.0));
            $b[$i] = $value - $range * max(0.0, min($kg, 4.0 - $kg, 1.0));
            $c[$i] = $value - $range * max(0.0, min($kb, 4.0 - $kb, 1.0));
        }
    }

    public static function fromParent(array &$a, array &$b, array &$c): void
    {
        $n = \count($a);
        for ($i = 0; $i < $n; ++$i) {
            $r = $a[$i];
            $g = $b[$i];
            $bl = $c[$i];
            $max = max($r, $g, $bl);
            $range = $max - min($r, $g, $bl);
            $a[$i] = HueSector::degrees($r, $g, $bl, $max, $range);
            $b[$i] = 0.0 === $max ? 0.0 : $range / $max;
            $c[$i] = $max;
        }
    }
}
