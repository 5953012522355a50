<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\Vips;
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
        return self::made($pixels, static fn (\FFI\CData $image, \FFI\CData $tone): \FFI\CData => Vips::run('bandjoin2', [Vips::run('bandjoin2', [$tone, $tone, Vips::OUT]), $tone, Vips::OUT]));
    }

    /** The picture divided by its tone; black, which has no colour, becomes white. */
    public static function colour(Pixels $pixels): Pixels
    {
        $most = 16 === $pixels->bits ? 65_535.0 : 255.0;

        return self::made($pixels, static function (\FFI\CData $image, \FFI\CData $tone) use ($pixels, $most): \FFI\CData {
            // A hair above both: 0 by 0 is 1, and nothing else changes by what 16 bits could show.
            $above = static fn (\FFI\CData $one): \FFI\CData => Vips::run('linear1', [$one, Vips::OUT, 1.0, self::HAIR]);
            $share = Vips::run('divide', [$above($image), $above($tone), Vips::OUT]);

            return Vips::run('cast', [Vips::run('linear1', [$share, Vips::OUT, $most, 0.5]), Vips::OUT, 16 === $pixels->bits ? Vips::USHORT : Vips::UCHAR]);
        });
    }

    /** @param \Closure(\FFI\CData, \FFI\CData): \FFI\CData $work told the colours, and their largest channel */
    private static function made(Pixels $pixels, \Closure $work): Pixels
    {
        $memory = new SharedBytes(3 * $pixels->width * $pixels->height * intdiv($pixels->bits, 8));
        Vips::drawn($memory, static function () use ($pixels, $work): \FFI\CData {
            $image = $pixels->image();
            $colours = $pixels->alpha ? Vips::run('extract_band', [$image, Vips::OUT, 0], ['n' => 3]) : $image;

            return $work($colours, self::largest($colours));
        });

        return $pixels->sized($pixels->width, $pixels->height, $memory, null, false);
    }

    private static function largest(\FFI\CData $colours): \FFI\CData
    {
        return Vips::largest(array_map(static fn (int $band): \FFI\CData => Vips::run('extract_band', [$colours, Vips::OUT, $band]), [0, 1, 2]));
    }
}
