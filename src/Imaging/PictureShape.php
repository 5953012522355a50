<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging;

use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\Native\VipsImage;

/** The same picture in another size or depth. */
final class PictureShape
{
    /** How much of the difference to a blurred picture sharpening adds; common practice. */
    private const SHARPER = 0.6;
    private const BLUR = 0.7;
    /** libvips's numbers for them. */
    private const KERNELS = ['linear' => 1, 'lanczos3' => 5];

    /**
     * The same picture no larger than a longest side of so many pixels, for delivering: with its bits, its transparency and
     * what its file carries. Lanczos, as is common practice for making pictures smaller.
     *
     * @param bool $sharpen whether to make up for what is lost in sharpness, where it is made smaller
     */
    public static function fitted(Pixels $pixels, ?int $side, bool $sharpen = false): Pixels
    {
        if (null === $side || max($pixels->width, $pixels->height) <= $side) {
            return $pixels;
        }

        return self::scaled($pixels, $side / max($pixels->width, $pixels->height), 'lanczos3', $pixels->bits, false, $sharpen);
    }

    /**
     * A smaller picture of the same, at most $side pixels along its longer side; never enlarged. In 8 bits and opaque: what is
     * transparent becomes white.
     */
    public static function reduce(Pixels $pixels, int $side): Pixels
    {
        return self::scaled($pixels, min(1.0, $side / max($pixels->width, $pixels->height)), 'linear', 8, true);
    }

    /** The same with the bits it has, for what is still to be converted. */
    public static function reducedDeep(Pixels $pixels, int $side): Pixels
    {
        return self::scaled($pixels, min(1.0, $side / max($pixels->width, $pixels->height)), 'linear', $pixels->bits, true);
    }

    /** The same with the bits and the transparency it has. */
    public static function reducedWhole(Pixels $pixels, int $side): Pixels
    {
        return self::scaled($pixels, min(1.0, $side / max($pixels->width, $pixels->height)), 'linear', $pixels->bits, false);
    }

    /** The same picture in 8 bits and another size; what is transparent becomes white. */
    public static function resized(Pixels $pixels, int $width, int $height): Pixels
    {
        return self::made($pixels, static fn (VipsImage $image): VipsImage => self::resize($image, $width, $height, 'linear'), $width, $height, 8, true);
    }

    /** The same picture in 8 bits without transparency, which becomes white. */
    public static function opaque(Pixels $pixels): Pixels
    {
        return 8 === $pixels->bits && !$pixels->alpha ? $pixels : self::resized($pixels, $pixels->width, $pixels->height);
    }

    private static function scaled(Pixels $pixels, float $scale, string $kernel, int $bits, bool $opaque, bool $sharpen = false): Pixels
    {
        [$width, $height] = [max(1, (int) round($pixels->width * $scale)), max(1, (int) round($pixels->height * $scale))];

        return self::made($pixels, static function (VipsImage $image) use ($width, $height, $kernel, $sharpen): VipsImage {
            $small = self::resize($image, $width, $height, $kernel);

            return $sharpen ? self::sharpened($small) : $small;
        }, $width, $height, $bits, $opaque);
    }

    /** The same picture as if nothing of it were transparent. */
    public static function withoutAlpha(Pixels $pixels): Pixels
    {
        $memory = new SharedBytes(3 * $pixels->width * $pixels->height * intdiv($pixels->bits, 8));
        Vips::drawn($memory, static fn (): VipsImage => $pixels->image()->colours());

        return $pixels->sized($pixels->width, $pixels->height, $memory, null, false);
    }

    /** The same picture in 16 bits a channel. */
    public static function deepened(Pixels $pixels): Pixels
    {
        if (16 === $pixels->bits) {
            return $pixels;
        }
        $memory = new SharedBytes(2 * $pixels->size());
        Vips::drawn($memory, static fn (): VipsImage => $pixels->image()->linear(257.0, 0.0)->cast(SampleFormat::Word));

        return $pixels->with($memory, null, 16);
    }

    /** The pixels in 8 bits, each to the nearest level. To be called in a process of its own. */
    public static function eight(VipsImage $image, int $bits): VipsImage
    {
        return 8 === $bits ? $image : $image->linear(1 / 257, 0.5)->cast(SampleFormat::Byte);
    }

    /** What is transparent in an image over pixels becomes white. To be called in a process of its own. */
    public static function flattened(VipsImage $image, int $bits): VipsImage
    {
        $format = SampleFormat::ofBits($bits);

        return self::onWhite($image->premultiplied($format->most()), $format->most())->linear(1.0, 0.5)->cast($format);
    }

    /** @param \Closure(VipsImage): VipsImage $work */
    private static function made(Pixels $pixels, \Closure $work, int $width, int $height, int $bits, bool $opaque): Pixels
    {
        $alpha = $pixels->alpha && !$opaque;
        $memory = new SharedBytes($width * $height * ($alpha ? 4 : 3) * intdiv($bits, 8));
        Vips::drawn($memory, static function () use ($pixels, $work, $bits, $alpha): VipsImage {
            $format = SampleFormat::ofBits($pixels->bits);
            $most = $format->most();
            $image = $pixels->image();
            if ($pixels->alpha) {
                // What is transparent must not shine through at edges: each pixel counts as much as it can be seen.
                $image = $work($image->premultiplied($most));
                $image = $alpha ? $image->unpremultiplied($most) : self::onWhite($image, $most);
                $image = $image->linear(1.0, 0.5)->cast($format);
            } else {
                $image = $work($image);
            }

            return 8 === $bits ? self::eight($image, $pixels->bits) : $image;
        });

        return $pixels->sized($width, $height, $memory, $bits, $alpha);
    }

    /** An image in straight lines between its points, or with few of them. To be called in a process of its own. */
    public static function spread(VipsImage $image, int $width, int $height): VipsImage
    {
        return $width > $image->width() && $height > $image->height() ? $image->enlarged($width, $height) : self::resize($image, $width, $height, 'linear');
    }

    private static function resize(VipsImage $image, int $width, int $height, string $kernel): VipsImage
    {
        if ($image->width() === $width && $image->height() === $height) {
            return $image;
        }
        $format = $image->format();
        if ('linear' === $kernel || null === $format || SampleFormat::Float === $format) {
            return $image->resized($width, $height, self::KERNELS[$kernel]);
        }

        // Whole numbers the library weighs with few digits, and rounds after each of two steps: good to a fifteenth of a level, which is enough
        // for looking at and reading colours, quickly, but not for a finished picture.
        return $image->linear(1.0, 0.0)->resized($width, $height, self::KERNELS[$kernel])->linear(1.0, 0.5)->cast($format);
    }

    /** More of what tells it from a blurred copy. */
    private static function sharpened(VipsImage $image): VipsImage
    {
        $more = $image->linear(1.0 + self::SHARPER, 0.5)->subtract($image->blurred(self::BLUR)->linear(self::SHARPER, 0.0));

        return $more->cast($image->format() ?? SampleFormat::Float);
    }

    /** A picture whose colours are multiplied by how much they can be seen, laid on white. */
    private static function onWhite(VipsImage $image, float $most): VipsImage
    {
        return $image->colours()->add($image->band(3)->linear(-1.0, $most));
    }
}
