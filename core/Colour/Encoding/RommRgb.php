<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour\Encoding;

use Tovrin\Core\Colour\XyzD50;

/**
 * ROMM RGB, wider than any eye's or print's gamut, relative to D50.
 *
 * Source: ISO 22028-2:2013; CSS Color 4, section 10.6.
 */
final class RommRgb implements NamedEncoding
{
    private static ?RgbEncoding $encoding = null;

    public static function id(): string
    {
        return 'prophoto-rgb';
    }

    public static function help(): string
    {
        return 'Wider than any screen or print, for further editing. Use it with 16 bits.';
    }

    public static function needsDepth(): bool
    {
        return true;
    }

    public static function encoding(): RgbEncoding
    {
        return self::$encoding ??= RgbEncoding::of('ROMM RGB', Primaries::at([0.734699, 0.265301], [0.159597, 0.840403], [0.036598, 0.000105], XyzD50::class), new ParametricCurve(1.8, 1.0, 0.0, 1 / 16, 1 / 32));
    }
}
