<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/** Decoded pixels on their way into ImageMagick and out again. */
final class RawPicture
{
    /** The picture for ImageMagick to work on. */
    public static function of(Pixels $pixels): \Imagick
    {
        $image = new \Imagick();
        $image->setOption('depth', (string) $pixels->bits);
        $image->setSize($pixels->width, $pixels->height);
        $image->setFormat($pixels->alpha ? 'RGBA' : 'RGB');
        $image->readImageBlob($pixels->data);

        return $image;
    }

    /** The picture in a format; a picture made from raw pixels keeps to that unless told twice. */
    public static function bytes(\Imagick $image, string $format): string
    {
        $image->setFormat($format);
        $image->setImageFormat($format);

        return $image->getImageBlob();
    }
}
