<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Tovrin\App\Files\OwnedName;
use Tovrin\App\Imaging\PictureError;

/** A ZIP archive of finished files. Pictures are packed already: they are put in as they are. */
final class Archive
{
    /**
     * @param array<string, string>         $parts    paths, by name in the archive
     * @param callable(string, float): void $progress told the stage and the share done, 0…1; may throw to stop
     *
     * @throws Cancelled    when the callback does
     * @throws PictureError when there is nothing to put in, or no room for it; nothing is left behind
     */
    public static function write(string $target, array $parts, callable $progress): void
    {
        if ([] === $parts) {
            throw new PictureError('None of the files could be made: there is nothing to put into the archive.');
        }
        $part = \dirname($target).'/.'.basename($target).'.'.OwnedName::mark().'.part';
        try {
            $zip = new \ZipArchive();
            $zip->open($part, \ZipArchive::CREATE | \ZipArchive::EXCL);
            foreach ($parts as $name => $path) {
                if (!is_file($path) || !$zip->addFile($path, $name) || !$zip->setCompressionName($name, \ZipArchive::CM_STORE)) {
                    throw new PictureError(\sprintf('“%s” is not there any more. Have it made again.', $name));
                }
            }
            $stopped = null;
            $zip->registerProgressCallback(0.01, static function (float $share) use ($progress, &$stopped): void {
                try {
                    if (null === $stopped) {
                        $progress('Packing the archive', $share);
                    }
                } catch (Cancelled $e) {
                    $stopped = $e;
                }
            });
            $zip->registerCancelCallback(static function () use (&$stopped): int {
                return null === $stopped ? 0 : -1;
            });
            $written = @$zip->close();
            // Thrown here: nothing may be thrown through the library.
            if (null !== $stopped) {
                throw $stopped;
            }
            $handle = $written ? @fopen($part, 'r+') : false;
            if (false === $handle || !fsync($handle) || !fclose($handle) || !@rename($part, $target)) {
                throw new PictureError('The archive could not be written completely: the disk is full or has failed. Free some space and have it made again; the files themselves are there.');
            }
        } finally {
            @unlink($part);
        }
    }
}
