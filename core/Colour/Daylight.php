<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * The CIE daylight locus: the chromaticity of daylight by its correlated colour temperature.
 *
 * Source: CIE 15:2004, Colorimetry, 3rd edition, section 3.1.
 */
final class Daylight
{
    public const COOLEST = 25_000.0;
    public const WARMEST = 4_000.0;

    /**
     * @param float $kelvin 4000…25000
     *
     * @return array{0: float, 1: float} CIE 1931 x, y
     */
    public static function xy(float $kelvin): array
    {
        if ($kelvin < self::WARMEST || $kelvin > self::COOLEST) {
            throw new \InvalidArgumentException(\sprintf('The daylight locus runs from %d to %d K; %g K is beyond it.', self::WARMEST, self::COOLEST, $kelvin));
        }
        $t = $kelvin;
        $x = $t <= 7000.0
            ? -4.6070e9 / $t ** 3 + 2.9678e6 / $t ** 2 + 0.09911e3 / $t + 0.244063
            : -2.0064e9 / $t ** 3 + 1.9018e6 / $t ** 2 + 0.24748e3 / $t + 0.237040;

        return [$x, -3.0 * $x * $x + 2.870 * $x - 0.275];
    }

    /**
     * XYZ, Y = 1, of a light on the locus moved off it by a distance in CIE 1960 u, v.
     *
     * @param float $duv along the normal of the locus; positive is greener
     *
     * @return array{0: float, 1: float, 2: float}
     */
    public static function white(float $kelvin, float $duv = 0.0): array
    {
        [$x, $y] = self::xy($kelvin);
        if (0.0 !== $duv) {
            // The normal of the locus, from a small step along it in mired.
            [$u0, $v0] = self::uv(...self::xy(1e6 / (1e6 / min(self::COOLEST - 500.0, max(self::WARMEST + 50.0, $kelvin)) - 1.0)));
            [$u1, $v1] = self::uv(...self::xy(1e6 / (1e6 / min(self::COOLEST - 500.0, max(self::WARMEST + 50.0, $kelvin)) + 1.0)));
            $length = hypot($u1 - $u0, $v1 - $v0);
            [$u, $v] = self::uv($x, $y);
            $u -= $duv * ($v1 - $v0) / $length;
            $v += $duv * ($u1 - $u0) / $length;
            $scale = 2.0 * $u - 8.0 * $v + 4.0;
            [$x, $y] = [3.0 * $u / $scale, 2.0 * $v / $scale];
        }

        return [$x / $y, 1.0, (1.0 - $x - $y) / $y];
    }

    /** @return array{0: float, 1: float} CIE 1960 u, v */
    private static function uv(float $x, float $y): array
    {
        $scale = -2.0 * $x + 12.0 * $y + 3.0;

        return [4.0 * $x / $scale, 6.0 * $y / $scale];
    }
}
