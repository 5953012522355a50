<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/** The same picture in another size or depth. */
final class PictureShape
{
    /**
     * The same picture no larger than a longest side of so many pixels, for delivering: with its bits, its transparency and
     * what its file carries. Lanczos, as is common practice for making pictures smaller.
     */
    public static function fitted(Pixels $pixels, ?int $side): Pixels
    {
        if (null === $side || max($pixels->width, $pixels->height) <= $side) {
            return $pixels;
        }
        $scale = $side / max($pixels->width, $pixels->height);
        [$width, $height] = [max(1, (int) round($pixels->width * $scale)), max(1, (int) round($pixels->height * $scale))];
        $image = RawPicture::of($pixels);
        $image->resizeImage($width, $height, \Imagick::FILTER_LANCZOS, 1.0);
        $image->setImageDepth($pixels->bits);
        $data = RawPicture::bytes($image, $pixels->alpha ? 'RGBA' : 'RGB');
        $image->clear();

        return new Pixels($width, $height, $pixels->bits, $pixels->alpha, $data, $pixels->metadata, $pixels->tagged, $pixels->asFiled);
    }

    /** The same picture in 16 bits a channel. */
    public static function deepened(Pixels $pixels): Pixels
    {
        $image = RawPicture::of($pixels);
        $image->setImageDepth(16);
        $data = RawPicture::bytes($image, $pixels->alpha ? 'RGBA' : 'RGB');
        $image->clear();

        return new Pixels($pixels->width, $pixels->height, 16, $pixels->alpha, $data, $pixels->metadata, $pixels->tagged, $pixels->asFiled);
    }

    /** A smaller picture of the same, at most $side pixels along its longer side; never enlarged. */
    public static function reduce(Pixels $pixels, int $side): Pixels
    {
        $scale = min(1.0, $side / max($pixels->width, $pixels->height));

        return self::resized($pixels, max(1, (int) round($pixels->width * $scale)), max(1, (int) round($pixels->height * $scale)));
    }

    /** The same picture in 8 bits and another size; what is transparent becomes white. */
    public static function resized(Pixels $pixels, int $width, int $height): Pixels
    {
        $image = RawPicture::of($pixels);
        if ($pixels->alpha) {
            $image->setImageBackgroundColor('white');
            $image->setImageAlphaChannel(\Imagick::ALPHACHANNEL_REMOVE);
        }
        if ($width !== $pixels->width || $height !== $pixels->height) {
            $image->resizeImage($width, $height, \Imagick::FILTER_TRIANGLE, 1.0);
        }
        $image->setImageDepth(8);
        $data = RawPicture::bytes($image, 'RGB');
        $image->clear();

        return new Pixels($width, $height, 8, false, $data);
    }

    /** The same picture in 8 bits without transparency, which becomes white. */
    public static function opaque(Pixels $pixels): Pixels
    {
        return 8 === $pixels->bits && !$pixels->alpha ? $pixels : self::resized($pixels, $pixels->width, $pixels->height);
    }
}
