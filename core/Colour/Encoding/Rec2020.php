<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour\Encoding;

/**
 * The primaries of ITU-R BT.2020 with the curve of sRGB, as pictures in AVIF and HEIC say it.
 *
 * Source: ITU-R BT.2020-2 (2015), table 3.
 */
final class Rec2020 implements NamedEncoding
{
    private static ?RgbEncoding $encoding = null;

    public static function id(): string
    {
        return 'rec2020';
    }

    public static function help(): string
    {
        return 'Wider than most screens, for video.';
    }

    public static function needsDepth(): bool
    {
        return false;
    }

    public static function encoding(): RgbEncoding
    {
        return self::$encoding ??= RgbEncoding::of('BT.2020', Primaries::at([0.708, 0.292], [0.170, 0.797], [0.131, 0.046]), StandardRgb::encoding()->curves[0]);
    }
}
