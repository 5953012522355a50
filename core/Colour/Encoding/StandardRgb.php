<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour\Encoding;

/**
 * sRGB, the encoding of the web and of everything that does not say otherwise.
 *
 * Source: IEC 61966-2-1:1999; CSS Color 4, section 10.2.
 */
final class StandardRgb implements NamedEncoding
{
    private static ?RgbEncoding $encoding = null;

    public static function id(): string
    {
        return 'srgb';
    }

    public static function help(): string
    {
        return 'For the web, and whenever you do not know who will open it: all programs show it the same way.';
    }

    public static function needsDepth(): bool
    {
        return false;
    }

    public static function encoding(): RgbEncoding
    {
        return self::$encoding ??= RgbEncoding::of('sRGB', Primaries::srgb(), new ParametricCurve(2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045));
    }
}
