<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode;

use Tovrin\App\Imaging\Apply\Dither;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\Native\VipsError;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;

/** Writes pictures as files of every form, with the profile and the metadata that go with them. */
final class PictureWriter
{
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
        if (!$how->isGrey()) {
            Writing::formatNamed($how->format)::finish($path, $pixels);
        }
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
        $format = Writing::formatNamed($how->format);
        $deep = 16 === $pixels->bits && $how->isDeep();
        if ($how->isGrey()) {
            $image = $image->band(0);
        }
        if ($pixels->alpha && !$format::isTransparent()) {
            $image = PictureShape::flattened($image, $pixels->bits);
        }
        if (!$deep) {
            $image = $how->dithered && 16 === $pixels->bits ? Dither::eight($image) : PictureShape::eight($image, $pixels->bits);
        }
        $image = $image->copy(match (true) {
            $how->isGrey() => $deep ? VipsImage::GREY_DEEP : VipsImage::GREY,
            default => $deep ? VipsImage::RGB_DEEP : VipsImage::RGB,
        });
        foreach ($how->isGrey() ? [] : array_filter($format::embedded($pixels)) as $name => $bytes) {
            $image->setBlob($name, $bytes);
        }
        [$operation, $options] = $format::saving($how);
        $image->save($operation, $path, $options);
    }
}
