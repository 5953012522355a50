<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging;

use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Metadata\Metadata;

/** A photo as it is looked at and worked on: small, in sRGB, opaque, and kept as a JPEG. */
final class Preview
{
    /** Longest side in pixels. */
    public const SIDE = 2048;
    public const QUALITY = 94;

    public static function of(Pixels $pixels): Pixels
    {
        return PreviewColours::srgb(PictureShape::reducedDeep($pixels, self::SIDE));
    }

    /** Without anything that the photo's file says beside its pixels. */
    public static function write(Pixels $preview, string $path, int $quality = self::QUALITY): void
    {
        PictureWriter::write($preview->saying(null, new Metadata()), new Writing('jpeg', $quality), $path);
    }

    /** Its pixels as they come back from the file, for what has to be the same wherever it is worked out. */
    public static function asKept(Pixels $pixels): Pixels
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'tovrin');
        try {
            self::write(self::of($pixels), $path);

            return PictureFile::read($path, 'preview');
        } finally {
            @unlink($path);
        }
    }
}
