<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour\Encoding;

/**
 * Display P3: the primaries of digital cinema, the white and the curve of sRGB.
 *
 * Source: CSS Color 4, section 10.4 (after SMPTE EG 432-1:2010).
 */
final class DisplayP3 implements NamedEncoding
{
    private static ?RgbEncoding $encoding = null;

    public static function id(): string
    {
        return 'display-p3';
    }

    public static function help(): string
    {
        return 'Stronger reds and greens, for recent screens.';
    }

    public static function needsDepth(): bool
    {
        return false;
    }

    public static function encoding(): RgbEncoding
    {
        return self::$encoding ??= RgbEncoding::of('Display P3', Primaries::at([0.680, 0.320], [0.265, 0.690], [0.150, 0.060]), StandardRgb::encoding()->curves[0]);
    }
}
