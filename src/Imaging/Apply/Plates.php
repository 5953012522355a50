<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\Pixels;

/**
 * A picture taken apart into two that multiply back to it: the tone plate is the largest of red, green and blue, the colour
 * plate is the picture divided by it. In 8 bits the product is within a level of the picture, in 16 bits exact to the eye.
 */
final class Plates
{
    private const HAIR = 1e-4;

    /** The largest channel, in all three. */
    public static function tone(Pixels $pixels): Pixels
    {
        return self::made($pixels, static fn (VipsImage $image, VipsImage $tone): VipsImage => $tone->join($tone, $tone));
    }

    /** The picture divided by its tone; black, which has no colour, becomes white. */
    public static function colour(Pixels $pixels): Pixels
    {
        $format = SampleFormat::ofBits($pixels->bits);

        // A hair above both: 0 by 0 is 1, and nothing else changes by what 16 bits could show.
        return self::made($pixels, static fn (VipsImage $image, VipsImage $tone): VipsImage => $image->linear(1.0, self::HAIR)->divide($tone->linear(1.0, self::HAIR))->linear($format->most(), 0.5)->cast($format));
    }

    /** @param \Closure(VipsImage, VipsImage): VipsImage $work told the colours, and their largest channel */
    private static function made(Pixels $pixels, \Closure $work): Pixels
    {
        $memory = new SharedBytes(3 * $pixels->width * $pixels->height * intdiv($pixels->bits, 8));
        Vips::drawn($memory, static function () use ($pixels, $work): VipsImage {
            $colours = $pixels->image()->colours();

            return $work($colours, $colours->largestBand());
        });

        return $pixels->sized($pixels->width, $pixels->height, $memory, null, false);
    }
}
