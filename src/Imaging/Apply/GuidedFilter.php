<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;

/**
 * Smooths a matte along the edges of the picture it belongs to.
 *
 * Source: K. He, J. Sun, X. Tang, "Guided image filtering", IEEE Transactions on Pattern Analysis and Machine Intelligence 35 (2013),
 * equations 5, 6 and 8; on fewer points than the picture has pixels: K. He, J. Sun, "Fast guided filter", arXiv:1505.00996 (2015).
 * The guide is the picture's luma: its encoded red, green and blue by the weights of ITU-R BT.709.
 */
final class GuidedFilter
{
    public const LUMA = [0.2126, 0.7152, 0.0722];
    /** How much the guide may vary within a radius and still count as flat: about the noise of a fast exposure, squared. */
    public const EPSILON = 0.004;

    /**
     * @param Pixels $matte   the matte in all channels, in 16 bits; at least as large as the points
     * @param Pixels $picture what it belongs to, as large
     */
    public static function soften(Pixels $matte, Pixels $picture, SoftSize $size): SoftRaster
    {
        $memory = new SharedBytes(8 * $size->width * $size->height);
        Vips::drawn($memory, static function () use ($matte, $picture, $size): \FFI\CData {
            $grey = Vips::run('linear1', [Vips::run('extract_band', [$matte->image(), Vips::OUT, 0]), Vips::OUT, 1 / 65_535, 0.0]);

            return self::coefficients(PictureShape::spread($grey, $size->width, $size->height), PictureShape::spread(self::luma($picture->image(), $picture->bits), $size->width, $size->height), $size->radius);
        });

        return new SoftRaster($size->width, $size->height, $memory->toString());
    }

    /** The luma of an RGB image, 0…1. To be called in a process of its own. */
    public static function luma(\FFI\CData $image, int $bits): \FFI\CData
    {
        $most = 16 === $bits ? 65_535.0 : 255.0;
        $colours = 3 === Vips::number($image, 'bands') ? $image : Vips::run('extract_band', [$image, Vips::OUT, 0], ['n' => 3]);

        return Vips::run('recomb', [$colours, Vips::OUT, Vips::row(array_map(static fn (float $weight): float => $weight / $most, self::LUMA))]);
    }

    /** An image of a and b. */
    private static function coefficients(\FFI\CData $matte, \FFI\CData $guide, int $radius): \FFI\CData
    {
        $side = 2 * $radius + 1;
        $mask = Vips::row(array_fill(0, max(1, $side), 1.0 / $side));
        // In memory each, since what comes after asks for it several times.
        $mean = static fn (\FFI\CData $image): \FFI\CData => Vips::inMemory(Vips::run('convsep', [$image, Vips::OUT, $mask]));
        $times = static fn (\FFI\CData $one, \FFI\CData $other): \FFI\CData => Vips::run('multiply', [$one, $other, Vips::OUT]);
        $less = static fn (\FFI\CData $one, \FFI\CData $other): \FFI\CData => Vips::run('subtract', [$one, $other, Vips::OUT]);
        [$matte, $guide] = [Vips::inMemory($matte), Vips::inMemory($guide)];
        [$meanMatte, $meanGuide] = [$mean($matte), $mean($guide)];
        $variance = $less($mean($times($guide, $guide)), $times($meanGuide, $meanGuide));
        $covariance = $less($mean($times($guide, $matte)), $times($meanGuide, $meanMatte));
        $a = Vips::inMemory(Vips::run('divide', [$covariance, Vips::run('linear1', [$variance, Vips::OUT, 1.0, self::EPSILON]), Vips::OUT]));
        $b = $less($meanMatte, $times($a, $meanGuide));

        return Vips::run('cast', [Vips::run('bandjoin2', [$mean($a), $mean($b), Vips::OUT]), Vips::OUT, Vips::FLOAT]);
    }
}
