<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour\Encoding;

/**
 * opRGB, wide in greens and cyans; the second encoding that cameras offer.
 *
 * Source: IEC 61966-2-5:2007; CSS Color 4, section 10.5. The power is 563/256.
 */
final class OpRgb implements NamedEncoding
{
    private static ?RgbEncoding $encoding = null;

    public static function id(): string
    {
        return 'a98-rgb';
    }

    public static function help(): string
    {
        return 'Stronger greens and cyans, for print. Many cameras offer it.';
    }

    public static function needsDepth(): bool
    {
        return false;
    }

    public static function encoding(): RgbEncoding
    {
        return self::$encoding ??= RgbEncoding::of('opRGB', Primaries::at([0.64, 0.33], [0.21, 0.71], [0.15, 0.06]), new ParametricCurve(563 / 256));
    }
}
