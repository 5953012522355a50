<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * Encoded sRGB, 0…1 per channel inside the gamut.
 *
 * Extended beyond it: the transfer function keeps the sign, so that nothing is lost between
 * moves. Source: IEC 61966-2-1:1999; the extension as in CSS Color 4, section 10.2.
 */
final class Srgb implements ColourSpace
{
    public static function id(): string
    {
        return 'srgb';
    }

    public static function parent(): string
    {
        return LinearSrgb::class;
    }

    public static function toParent(array &$a, array &$b, array &$c): void
    {
        self::decode($a);
        self::decode($b);
        self::decode($c);
    }

    public static function fromParent(array &$a, array &$b, array &$c): void
    {
        self::encode($a);
        self::encode($b);
        self::encode($c);
    }

    /**
     * One channel, or greys.
     *
     * @param array<int, float> $linear one at least; 0…1 and beyond
     *
     * @return non-empty-array<int, float>
     */
    public static function encoded(array $linear): array
    {
        self::encode($linear);

        /** @var non-empty-array<int, float> $linear */
        return $linear;
    }

    /**
     * @param array<int, float> $v
     *
     * @param-out array<int, float> $v
     */
    private static function decode(array &$v): void
    {
        $n = \count($v);
        for ($i = 0; $i < $n; ++$i) {
            $x = $v[$i];
            if ($x < 0.0) {
                $v[$i] = $x >= -0.04045 ? $x / 12.92 : -(((0.055 - $x) / 1.055) ** 2.4);
            } else {
                $v[$i] = $x <= 0.04045 ? $x / 12.92 : (($x + 0.055) / 1.055) ** 2.4;
            }
        }
    }

    /**
     * @param array<int, float> $v
     *
     * @param-out array<int, float> $v
     */
    private static function encode(array &$v): void
    {
        $n = \count($v);
        for ($i = 0; $i < $n; ++$i) {
            $x = $v[$i];
            if ($x < 0.0) {
                $v[$i] = $x >= -0.0031308 ? $x * 12.92 : 0.055 - 1.055 * (-$x) ** 0.4166666666666667;
            } else {
                $v[$i] = $x <= 0.0031308 ? $x * 12.92 : 1.055 * $x ** 0.4166666666666667 - 0.055;
            }
        }
    }
}
