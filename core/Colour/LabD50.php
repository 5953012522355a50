<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * CIELAB relative to D50: L* 0…100, a* and b* about −125…125.
 *
 * Source: CIE 15:2018, section 8.2.1; white point and constants as in CSS Color 4, section 9.2.
 */
final class LabD50 implements ColourSpace
{
    private const WHITE_X = 0.3457 / 0.3585;
    private const WHITE_Z = (1.0 - 0.3457 - 0.3585) / 0.3585;
    private const EPSILON = 216.0 / 24389.0;
    private const KAPPA = 24389.0 / 27.0;

    public static function id(): string
    {
        return 'lab';
    }

    public static function parent(): string
    {
        return XyzD50::class;
    }

    public static function toParent(array &$a, array &$b, array &$c): void
    {
        $n = \count($a);
        for ($i = 0; $i < $n; ++$i) {
            $light = $a[$i];
            $fy = ($light + 16.0) / 116.0;
            $fx = $b[$i] / 500.0 + $fy;
            $fz = $fy - $c[$i] / 200.0;
            $a[$i] = self::unroot($fx) * self::WHITE_X;
            $b[$i] = $light > self::KAPPA * self::EPSILON ? $fy * $fy * $fy : $light / self::KAPPA;
            $c[$i] = self::unroot($fz) * self::WHITE_Z;
        }
    }

    public static function fromParent(array &$a, array &$b, array &$c): void
    {
        $n = \count($a);
        for ($i = 0; $i < $n; ++$i) {
            $fx = self::root($a[$i] / self::WHITE_X);
            $fy = self::root($b[$i]);
            $fz = self::root($c[$i] / self::WHITE_Z);
            $a[$i] = 116.0 * $fy - 16.0;
            $b[$i] = 500.0 * ($fx - $fy);
            $c[$i] = 200.0 * ($fy - $fz);
        }
    }

    private static function root(float $t): float
    {
        return $t > self::EPSILON ? $t ** (1.0 / 3.0) : (self::KAPPA * $t + 16.0) / 116.0;
    }

    private static function unroot(float $f): float
    {
        $cube = $f * $f * $f;

        return $cube > self::EPSILON ? $cube : (116.0 * $f - 16.0) / self::KAPPA;
    }
}
