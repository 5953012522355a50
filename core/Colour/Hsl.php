<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * HSL of encoded sRGB: hue in degrees [0, 360), saturation 0…1, lightness 0…1.
 *
 * A neutral has hue 0 and saturation 0. Source: CSS Color 4, section 7.
 */
final class Hsl implements ColourSpace
{
    public static function id(): string
    {
        return 'hsl';
    }

    public static function parent(): string
    {
        return Srgb::class;
    }

    public static function toParent(array &$a, array &$b, array &$c): void
    {
        $n = \count($a);
        for ($i = 0; $i < $n; ++$i) {
            $light = $c[$i];
            $reach = $b[$i] * min($light, 1.0 - $light);
            $sector = $a[$i] / 30.0;
            $kr = fmod($sector, 12.0);
            $kg = fmod($sector + 8.0, 12.0);
            $kb = fmod($sector + 4.0, 12.0);
            $a[$i] = $light - $reach * max(-1.0, min($kr - 3.0, 9.0 - $kr, 1.0));
            $b[$i] = $light - $reach * max(-1.0, min($kg - 3.0, 9.0 - $kg, 1.0));
            $c[$i] = $light - $reach * max(-1.0, min($kb - 3.0, 9.0 - $kb, 1.0));
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
            $min = min($r, $g, $bl);
            $light = ($max + $min) / 2.0;
            $room = min($light, 1.0 - $light);
            $a[$i] = HueSector::degrees($r, $g, $bl, $max, $max - $min);
            $b[$i] = $max === $min || abs($room) < 1e-15 ? 0.0 : ($max - $light) / $room;
            $c[$i] = $light;
        }
    }
}
