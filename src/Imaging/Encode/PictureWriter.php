<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode;

use Tovrin\App\Imaging\Apply\Dither;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\Native\VipsError;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;

/** Writes pictures as files of every form, with the profile and the metadata that go with them. */
final class PictureWriter
{
    private const KEPT_COLOUR = 2;
    private const HALVED_COLOUR = 1;
    private const DEFLATE = 2;
    private const DIFFERENCES = 2;
    private const AV1 = 4;
    /** Larger by a hundredth than with more effort, in a third of the time. */
    private const AVIF_EFFORT = 2;
    private const PNG_LEVEL = 3;
    /** Rows are written as differences to the ones above, whichever is smaller. */
    private const PNG_FILTERS = 0x08;

    /**
     * @param string                   $path      the file to write; what is there is lost
     * @param (callable(): void)|null  $meanwhile see ForkedTask::result()
     *
     * @throws PictureError when it cannot be written
     */
    public static function write(Pixels $pixels, Writing $how, string $path, ?callable $meanwhile = null): void
    {
        SizeLimit::check($how->format, 'The picture', $pixels->width, $pixels->height);
        Vips::aside(static function () use ($pixels, $how, $path): string {
            try {
                self::encode($pixels, $how, $path);
            } catch (VipsError $e) {
                throw new PictureError(\sprintf('The file could not be written completely: %s Nothing half-written was left.', match (true) {
                    str_contains($e->getMessage(), 'unable to open') => 'its folder is gone, or does not allow it.',
                    str_contains($e->getMessage(), 'rite') => 'the disk is full or has failed. Free some space and try again.',
                    default => $e->getMessage().'.',
                }), 0, $e);
            }

            return '';
        }, $meanwhile);
        Embedding::into($path, $how->format, $pixels);
    }

    /** The file's bytes, of a picture that is not large. */
    public static function bytes(Pixels $pixels, Writing $how): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'tovrin');
        try {
            self::write($pixels, $how, $path);

            return (string) file_get_contents($path);
        } finally {
            @unlink($path);
        }
    }

    private static function encode(Pixels $pixels, Writing $how, string $path): void
    {
        $image = $pixels->image();
        $deep = 16 === $pixels->bits && $how->isDeep();
        if ($how->isGrey()) {
            $image = Vips::run('extract_band', [$image, Vips::OUT, 0]);
        }
        if ('jpeg' === $how->format && $pixels->alpha) {
            $image = PictureShape::flattened($image, $pixels->bits);
        }
        if (!$deep) {
            $image = $how->dithered && 16 === $pixels->bits ? Dither::eight($image, Vips::number($image, 'bands')) : PictureShape::eight($image, $pixels->bits);
        }
        $image = Vips::run('copy', [$image, Vips::OUT], ['interpretation' => match (true) {
            $how->isGrey() => $deep ? Vips::GREY_DEEP : Vips::GREY,
            default => $deep ? Vips::RGB_DEEP : Vips::RGB,
        }]);
        Embedding::before($image, $how->format, $pixels);
        Vips::run(...match ($how->format) {
            'jpeg' => ['jpegsave', [$image, $path], ['Q' => $how->quality, 'subsample_mode' => $how->keepsColour() ? self::KEPT_COLOUR : self::HALVED_COLOUR, 'interlace' => (int) $how->progressive]],
            'png', Writing::GREY => ['pngsave', [$image, $path], ['compression' => self::PNG_LEVEL, 'filter' => self::PNG_FILTERS]],
            'tiff', Writing::GREY_TIFF => ['tiffsave', [$image, $path], ['compression' => self::DEFLATE, 'predictor' => self::DIFFERENCES]],
            'webp' => ['webpsave', [$image, $path], ['Q' => $how->quality]],
            'avif' => ['heifsave', [$image, $path], ['Q' => $how->quality, 'compression' => self::AV1, 'effort' => self::AVIF_EFFORT, 'subsample_mode' => $how->keepsColour() ? self::KEPT_COLOUR : self::HALVED_COLOUR]],
            default => throw new \InvalidArgumentException(\sprintf('There is no form "%s" for pictures.', $how->format)),
        });
    }
}
