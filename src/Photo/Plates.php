<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/**
 * A picture taken apart into two that multiply back to it: the tone plate is the largest of red, green and blue, the colour
 * plate is the picture divided by it. In 8 bits the product is within a level of the picture, in 16 bits exact to the eye.
 */
final class Plates
{
    /** A grey PNG of the largest channel. */
    public static function tone(Pixels $pixels): string
    {
        $tone = self::largest($pixels);
        $tone->setImageType(\Imagick::IMGTYPE_GRAYSCALE);

        return self::png($tone, $pixels->bits);
    }

    /** A PNG of the picture divided by its tone; black, which has no colour, becomes white. */
    public static function colour(Pixels $pixels): string
    {
        $tone = self::largest($pixels);
        $colour = RawPicture::of($pixels);
        $colour->setImageAlphaChannel(\Imagick::ALPHACHANNEL_DEACTIVATE);
        // Divides what is there by what is laid over it.
        $colour->compositeImage($tone, \Imagick::COMPOSITE_DIVIDESRC, 0, 0);
        $tone->clear();

        return self::png($colour, $pixels->bits);
    }

    private static function largest(Pixels $pixels): \Imagick
    {
        $largest = self::channel($pixels, \Imagick::CHANNEL_RED);
        foreach ([\Imagick::CHANNEL_GREEN, \Imagick::CHANNEL_BLUE] as $channel) {
            $one = self::channel($pixels, $channel);
            $largest->compositeImage($one, \Imagick::COMPOSITE_LIGHTEN, 0, 0);
            $one->clear();
        }

        return $largest;
    }

    /** @param \Imagick::CHANNEL_* $channel */
    private static function channel(Pixels $pixels, int $channel): \Imagick
    {
        $image = RawPicture::of($pixels);
        $image->setImageAlphaChannel(\Imagick::ALPHACHANNEL_DEACTIVATE);
        $image->separateImageChannel($channel);

        return $image;
    }

    private static function png(\Imagick $image, int $bits): string
    {
        $image->setImageDepth($bits);
        $image->setOption('png:compression-level', '3');
        $bytes = RawPicture::bytes($image, 'png');
        $image->clear();

        return $bytes;
    }
}
