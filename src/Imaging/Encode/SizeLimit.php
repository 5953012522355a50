<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode;

use Tovrin\App\Imaging\PictureError;

/** How large pictures of a form can be; said before anything is made. */
final class SizeLimit
{
    /**
     * @param string $format as Writing has them
     * @param string $name   what to call the photo
     *
     * @throws PictureError with what to do
     */
    public static function check(string $format, string $name, int $width, int $height): void
    {
        $format = Writing::formatNamed($format);
        $longer = max($width, $height);
        $side = $format::longestSide($width, $height) ?? $longer;
        if ($longer > $side) {
            throw new PictureError(\sprintf('“%s” is too large for %s, which can be made of this photo with up to %s pixels along the longer side. Set the longest side to that or less, or choose JPEG, PNG or TIFF.', $name, $format::title(), number_format($side)));
        }
    }
}
