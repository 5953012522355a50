<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Decode;

/** How a PNG file is built: W3C PNG (third edition), section 5. */
final class PngHead
{
    private const SIGNATURE = 8;

    /** Whether its end is there; what follows it is no matter. */
    public static function isWhole(string $path): bool
    {
        $file = @fopen($path, 'r');
        $size = (int) @filesize($path);
        if (false === $file) {
            return false;
        }
        $whole = false;
        for ($at = self::SIGNATURE; !$whole && $at + 12 <= $size; $at += 12 + $length) {
            fseek($file, $at);
            $head = unpack('Nlength/a4type', str_pad((string) fread($file, 8), 8, "\0"));
            $length = \is_array($head) && \is_int($head['length']) ? $head['length'] : $size;
            $whole = 'IEND' === ($head['type'] ?? '');
        }
        fclose($file);

        return $whole;
    }
}
