<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/** Files that are either complete or not there: written beside their place and renamed into it. */
final class AtomicFile
{
    /**
     * @throws PictureError when the disk is full or the place cannot be written; nothing is left behind
     */
    public static function write(string $path, string $bytes): void
    {
        $part = \dirname($path).'/.'.basename($path).'.'.bin2hex(random_bytes(4)).'.part';
        $handle = @fopen($part, 'x');
        if (false === $handle) {
            throw new PictureError(\sprintf('"%s" cannot be written: %s', $path, self::placeReason(\dirname($path))));
        }
        try {
            $written = @fwrite($handle, $bytes);
            $complete = \strlen($bytes) === $written && @fflush($handle) && @fsync($handle);
        } finally {
            fclose($handle);
        }
        if (!$complete || !@rename($part, $path)) {
            @unlink($part);
            throw new PictureError(\sprintf('"%s" could not be written completely: the disk is full or has failed. Free %s and try again. Nothing half-written was left.', $path, self::size(\strlen($bytes))));
        }
    }

    private static function placeReason(string $directory): string
    {
        if (!is_dir($directory)) {
            return \sprintf('there is no folder "%s". Make it first.', $directory);
        }

        return \sprintf('the folder "%s" does not allow it, or its disk is full.', $directory);
    }

    private static function size(int $bytes): string
    {
        return $bytes >= 1_000_000 ? \sprintf('%d MB', (int) ceil($bytes / 1_000_000)) : \sprintf('%d kB', (int) ceil($bytes / 1000));
    }
}
