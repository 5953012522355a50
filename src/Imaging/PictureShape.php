<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging;

use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\Vips;

/** The same picture in another size or depth. */
final class PictureShape
{
    /** Longest side at which a photo is looked at and worked on, in pixels. */
    public const PREVIEW_SIDE = 2048;
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

    /** The same picture in 8 bits and another size; what is transparent becomes white. */
    public static function resized(Pixels $pixels, int $width, int $height): Pixels
    {
        return self::made($pixels, static fn (\FFI\CData $image): \FFI\CData => self::resize($image, $width, $height, 'linear'), $width, $height, 8, true);
    }

    /** The same picture in 8 bits without transparency, which becomes white. */
    public static function opaque(Pixels $pixels): Pixels
    {
        return 8 === $pixels->bits && !$pixels->alpha ? $pixels : self::resized($pixels, $pixels->width, $pixels->height);
    }

    private static function scaled(Pixels $pixels, float $scale, string $kernel, int $bits, bool $opaque, bool $sharpen = false): Pixels
    {
        [$width, $height] = [max(1, (int) round($pixels->width * $scale)), max(1, (int) round($pixels->height * $scale))];

        return self::made($pixels, static function (\FFI\CData $image) use ($width, $height, $kernel, $sharpen): \FFI\CData {
            $small = self::resize($image, $width, $height, $kernel);

            return $sharpen ? self::sharpened($small) : $small;
        }, $width, $height, $bits, $opaque);
    }

    /** The same picture as if nothing of it were transparent. */
    public static function withoutAlpha(Pixels $pixels): Pixels
    {
        $memory = new SharedBytes(3 * $pixels->width * $pixels->height * intdiv($pixels->bits, 8));
        Vips::drawn($memory, static fn (): \FFI\CData => Vips::run('extract_band', [$pixels->image(), Vips::OUT, 0], ['n' => 3]));

        return $pixels->sized($pixels->width, $pixels->height, $memory, null, false);
    }

    /** The same picture in 16 bits a channel. */
    public static function deepened(Pixels $pixels): Pixels
    {
        if (16 === $pixels->bits) {
            return $pixels;
        }
        $memory = new SharedBytes(2 * $pixels->size());
        Vips::drawn($memory, static fn (): \FFI\CData => self::cast($pixels->image(), 257.0, 0.0, Vips::USHORT));

        return $pixels->with($memory, null, 16);
    }

    /** The pixels in 8 bits, each to the nearest level. To be called in a process of its own. */
    public static function eight(\FFI\CData $image, int $bits): \FFI\CData
    {
        return 8 === $bits ? $image : self::cast($image, 1 / 257, 0.5, Vips::UCHAR);
    }

    /** What is transparent in an image over pixels becomes white. To be called in a process of its own. */
    public static function flattened(\FFI\CData $image, int $bits): \FFI\CData
    {
        $most = 16 === $bits ? 65_535.0 : 255.0;

        return self::cast(self::onWhite(Vips::run('premultiply', [$image, Vips::OUT], ['max_alpha' => $most]), $most), 1.0, 0.5, 16 === $bits ? Vips::USHORT : Vips::UCHAR);
    }

    /** @param \Closure(\FFI\CData): \FFI\CData $work */
    private static function made(Pixels $pixels, \Closure $work, int $width, int $height, int $bits, bool $opaque): Pixels
    {
        $alpha = $pixels->alpha && !$opaque;
        $memory = new SharedBytes($width * $height * ($alpha ? 4 : 3) * intdiv($bits, 8));
        Vips::drawn($memory, static function () use ($pixels, $work, $bits, $alpha): \FFI\CData {
            $most = 16 === $pixels->bits ? 65_535.0 : 255.0;
            $format = 16 === $pixels->bits ? Vips::USHORT : Vips::UCHAR;
            $image = $pixels->image();
            if ($pixels->alpha) {
                // What is transparent must not shine through at edges: each pixel counts as much as it can be seen.
                $image = $work(Vips::run('premultiply', [$image, Vips::OUT], ['max_alpha' => $most]));
                $image = $alpha ? Vips::run('unpremultiply', [$image, Vips::OUT], ['max_alpha' => $most]) : self::onWhite($image, $most);
                $image = self::cast($image, 1.0, 0.5, $format);
            } else {
                $image = $work($image);
            }

            return 8 === $bits ? self::eight($image, $pixels->bits) : $image;
        });

        return $pixels->sized($width, $height, $memory, $bits, $alpha);
    }

    /** An image in straight lines between its points, or with few of them. To be called in a process of its own. */
    public static function spread(\FFI\CData $image, int $width, int $height): \FFI\CData
    {
        [$from, $high] = [Vips::number($image, 'width'), Vips::number($image, 'height')];

        return $width > $from && $height > $high ? Vips::enlarged($image, $width, $height) : self::resize($image, $width, $height, 'linear');
    }

    private static function resize(\FFI\CData $image, int $width, int $height, string $kernel): \FFI\CData
    {
        [$from, $high] = [Vips::number($image, 'width'), Vips::number($image, 'height')];

        if ($from === $width && $high === $height) {
            return $image;
        }
        $options = ['vscale' => $height / $high, 'kernel' => self::KERNELS[$kernel], 'gap' => 0.0];
        $format = Vips::number($image, 'format');
        if ('linear' === $kernel || !\in_array($format, [Vips::UCHAR, Vips::USHORT], true)) {
            return Vips::run('resize', [$image, Vips::OUT, $width / $from], $options);
        }

        // Whole numbers the library weighs with few digits, and rounds after each of two steps: good to a fifteenth of a level, which is enough
        // for looking at and reading colours, quickly, but not for a finished picture.
        return self::cast(Vips::run('resize', [Vips::run('linear1', [$image, Vips::OUT, 1.0, 0.0]), Vips::OUT, $width / $from], $options), 1.0, 0.5, $format);
    }

    /** More of what tells it from a blurred copy. */
    private static function sharpened(\FFI\CData $image): \FFI\CData
    {
        $blurred = Vips::run('gaussblur', [$image, Vips::OUT, self::BLUR]);
        $more = Vips::run('subtract', [Vips::run('linear1', [$image, Vips::OUT, 1.0 + self::SHARPER, 0.5]), Vips::run('linear1', [$blurred, Vips::OUT, self::SHARPER, 0.0]), Vips::OUT]);

        return Vips::run('cast', [$more, Vips::OUT, Vips::number($image, 'format')]);
    }

    /** A picture whose colours are multiplied by how much they can be seen, laid on white. */
    private static function onWhite(\FFI\CData $image, float $most): \FFI\CData
    {
        $white = Vips::run('linear1', [Vips::run('extract_band', [$image, Vips::OUT, 3]), Vips::OUT, -1.0, $most]);

        return Vips::run('add', [Vips::run('extract_band', [$image, Vips::OUT, 0], ['n' => 3]), $white, Vips::OUT]);
    }

    /** Each value times a number and plus another, in another format, which takes what is beyond it as its ends. To be called in a process of its own. */
    public static function cast(\FFI\CData $image, float $times, float $plus, int $format): \FFI\CData
    {
        return Vips::run('cast', [Vips::run('linear1', [$image, Vips::OUT, $times, $plus]), Vips::OUT, $format]);
    }
}
