<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Decode;

use Tovrin\App\Imaging\Native\VipsError;
use Tovrin\App\Imaging\PictureError;

/** Words for why a file is not taken. */
final class Refusal
{
    /** Words of the libraries for a file that ends too early. */
    private const SHORT = ['premature end', 'end of file', 'unexpected end', 'truncated', 'read error at', 'not enough data', 'eof'];

    public static function damaged(string $name, VipsError $reason): PictureError
    {
        if ([] !== array_filter(self::SHORT, static fn (string $sign): bool => str_contains(strtolower($reason->getMessage()), $sign))) {
            return self::short($name, $reason);
        }

        return new PictureError(\sprintf('"%s" is damaged and cannot be read. Copy it from its source again, or open and save it elsewhere first.', $name), 0, $reason);
    }

    public static function short(string $name, ?VipsError $reason = null): PictureError
    {
        return new PictureError(\sprintf('"%s" is cut short: the end of the picture is missing. Copy it from its source again.', $name), 0, $reason);
    }

    public static function tooLarge(string $name, int $width, int $height, int $bits, bool $halved): PictureError
    {
        $most = intdiv(PictureFile::MAX_BYTES, (3 * intdiv($bits, 8) * ($halved ? 2 : 1)) * 1_000_000);

        return new PictureError(\sprintf('"%s" says it is %s × %s pixels; the most that can be worked on is %s a side and, for one like it, %d megapixels. Make it smaller and import it again.', $name, number_format($width), number_format($height), number_format(PictureFile::MAX_SIDE), $most));
    }

    public static function kind(string $name, string $what): PictureError
    {
        return new PictureError(\sprintf('"%s" %s. Save it with 8 or 16 bits a channel, in RGB, grey or CMYK, and import it again.', $name, $what));
    }
}
