<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode;

use Tovrin\App\Imaging\PictureError;

/** How large pictures of a form can be; said before anything is made. */
final class SizeLimit
{
    /** By the form's own definition: 14 bits a side. Source: RFC 9649, section 2.5. */
    private const WEBP_SIDE = 16_383;
    /** Its encoder holds some thirty bytes for each pixel: more than this takes gigabytes. */
    private const AVIF_PIXELS = 50_000_000;

    /**
     * @param string $format as Writing has them
     * @param string $name   what to call the photo
     *
     * @throws PictureError with what to do
     */
    public static function check(string $format, string $name, int $width, int $height): void
    {
        $longer = max($width, $height);
        $side = match ($format) {
            'webp' => self::WEBP_SIDE,
            'avif' => (int) floor($longer * min(1.0, sqrt(self::AVIF_PIXELS / ($width * $height)))),
            default => $longer,
        };
        if ($longer > $side) {
            throw new PictureError(\sprintf('“%s” is too large for %s, which can be made of this photo with up to %s pixels along the longer side. Set the longest side to that or less, or choose JPEG, PNG or TIFF.', $name, 'webp' === $format ? 'a WebP' : 'an AVIF', number_format($side)));
        }
    }
}
