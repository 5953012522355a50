<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

use Tovrin\App\Exception\Cancelled;
use Tovrin\App\Files\OwnedName;
use Tovrin\App\Imaging\PictureError;

/** Writes ZIP archives, whole or not at all. */
final class ZipFile
{
    /**
     * @param array<string, ZipPart>        $parts    by name in the archive
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
        $unfinished = \dirname($target).'/.'.basename($target).'.'.OwnedName::mark().'.part';
        try {
            $zip = new \ZipArchive();
            $zip->open($unfinished, \ZipArchive::CREATE | \ZipArchive::EXCL);
            foreach ($parts as $name => $part) {
                if (!is_file($part->path) || !$zip->addFile($part->path, $name, $part->from, $part->length) || !$zip->setCompressionName($name, $part->packs ? \ZipArchive::CM_DEFLATE : \ZipArchive::CM_STORE)) {
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
            $handle = $written ? @fopen($unfinished, 'r+') : false;
            if (false === $handle || !fsync($handle) || !fclose($handle) || !@rename($unfinished, $target)) {
                throw new PictureError('The archive could not be written completely: the disk is full or has failed. Free some space and have it made again; the files themselves are there.');
            }
        } finally {
            @unlink($unfinished);
        }
    }
}
