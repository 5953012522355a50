<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * CIE XYZ relative to the D50 white, Y 0…1, carried from D65 by Bradford adaptation.
 *
 * Source: CSS Color 4, section 17.
 */
final class XyzD50 implements ColourSpace
{
    public static function id(): string
    {
        return 'xyz-d50';
    }

    public static function parent(): string
    {
        return XyzD65::class;
    }

    public static function toParent(array &$a, array &$b, array &$c): void
    {
        $n = \count($a);
        for ($i = 0; $i < $n; ++$i) {
            $x = $a[$i];
            $y = $b[$i];
            $z = $c[$i];
            $a[$i] = 0.955473421488075 * $x - 0.02309845494876471 * $y + 0.06325924320057072 * $z;
            $b[$i] = -0.0283697093338637 * $x + 1.0099953980813041 * $y + 0.021041441191917323 * $z;
            $c[$i] = 0.012314014864481998 * $x - 0.020507649298898964 * $y + 1.330365926242124 * $z;
        }
    }

    public static function fromParent(array &$a, array &$b, array &$c): void
    {
        $n = \count($a);
        for ($i = 0; $i < $n; ++$i) {
            $x = $a[$i];
            $y = $b[$i];
            $z = $c[$i];
            $a[$i] = 1.0479297925449969 * $x + 0.022946870601609652 * $y - 0.05019226628920524 * $z;
            $b[$i] = 0.02962780877005599 * $x + 0.9904344267538799 * $y - 0.017073799063418826 * $z;
            $c[$i] = -0.009243040646204504 * $x + 0.015055191490298152 * $y + 0.7518742814281371 * $z;
        }
    }
}
