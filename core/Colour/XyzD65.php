<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * CIE XYZ relative to the D65 white, Y 0…1.
 *
 * Source: CSS Color 4, section 17 (the sRGB matrices as exact fractions).
 */
final class XyzD65 implements ColourSpace
{
    public static function id(): string
    {
        return 'xyz-d65';
    }

    public static function parent(): string
    {
        return LinearSrgb::class;
    }

    public static function toParent(array &$a, array &$b, array &$c): void
    {
        $n = \count($a);
        for ($i = 0; $i < $n; ++$i) {
            $x = $a[$i];
            $y = $b[$i];
            $z = $c[$i];
            $a[$i] = (12831 / 3959) * $x - (329 / 214) * $y - (1974 / 3959) * $z;
            $b[$i] = -(851781 / 878810) * $x + (1648619 / 878810) * $y + (36519 / 878810) * $z;
            $c[$i] = (705 / 12673) * $x - (2585 / 12673) * $y + (705 / 667) * $z;
        }
    }

    public static function fromParent(array &$a, array &$b, array &$c): void
    {
        $n = \count($a);
        for ($i = 0; $i < $n; ++$i) {
            $x = $a[$i];
            $y = $b[$i];
            $z = $c[$i];
            $a[$i] = (506752 / 1228815) * $x + (87881 / 245763) * $y + (12673 / 70218) * $z;
            $b[$i] = (87098 / 409605) * $x + (175762 / 245763) * $y + (12673 / 175545) * $z;
            $c[$i] = (7918 / 409605) * $x + (87881 / 737289) * $y + (1001167 / 1053270) * $z;
        }
    }
}
