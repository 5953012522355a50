<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\Native\VipsImage;
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
        Vips::drawn($memory, static function () use ($matte, $picture, $size): VipsImage {
            $grey = $matte->image()->band(0)->linear(1 / 65_535, 0.0);

            return self::coefficients(PictureShape::spread($grey, $size->width, $size->height), PictureShape::spread(self::luma($picture->image(), $picture->bits), $size->width, $size->height), $size->radius);
        });

        return new SoftRaster($size->width, $size->height, $memory->toString());
    }

    /** The luma of an RGB image, 0…1. To be called in a process of its own. */
    public static function luma(VipsImage $image, int $bits): VipsImage
    {
        $most = SampleFormat::ofBits($bits)->most();

        return $image->colours()->recombined([array_map(static fn (float $weight): float => $weight / $most, self::LUMA)]);
    }

    /** An image of a and b. */
    private static function coefficients(VipsImage $matte, VipsImage $guide, int $radius): VipsImage
    {
        // In memory each, since what comes after asks for it several times.
        $mean = static fn (VipsImage $image): VipsImage => $image->boxed($radius)->inMemory();
        [$matte, $guide] = [$matte->inMemory(), $guide->inMemory()];
        [$meanMatte, $meanGuide] = [$mean($matte), $mean($guide)];
        $variance = $mean($guide->multiply($guide))->subtract($meanGuide->multiply($meanGuide));
        $covariance = $mean($guide->multiply($matte))->subtract($meanGuide->multiply($meanMatte));
        $a = $covariance->divide($variance->linear(1.0, self::EPSILON))->inMemory();
        $b = $meanMatte->subtract($a->multiply($meanGuide));

        return $mean($a)->join($mean($b))->cast(SampleFormat::Float);
    }
}
