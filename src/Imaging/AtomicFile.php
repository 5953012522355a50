<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging;

use Symfony\Component\Filesystem\Exception\IOException;
use Symfony\Component\Filesystem\Filesystem;
use Tovrin\App\Files\OwnedName;

/** Files that are either complete or not there: written beside their place, pushed to the disk, and renamed into it. */
final class AtomicFile
{
    /** Bytes of a name that stand in the name of the unfinished file. */
    private const NAMED = 80;
    /** With less than so many bytes free a disk counts as full. */
    private const ROOM_LEAST = 1_000_000;
    /** Bytes of a name that the usual disks take. */
    private const NAME_MOST = 255;

    /**
     * @throws PictureError when the disk is full or the place cannot be written; nothing is left behind
     */
    public static function write(string $path, string $bytes): void
    {
        self::make($path, static fn (string $part) => (new Filesystem())->dumpFile($part, $bytes));
    }

    /**
     * The same of something that would take a lot of memory as a whole.
     *
     * @param iterable<string> $pieces
     *
     * @throws PictureError as write() does, and whatever the pieces throw
     */
    public static function writePieces(string $path, iterable $pieces): void
    {
        self::make($path, static function (string $part) use ($pieces): void {
            $file = @fopen($part, 'w');
            if (false === $file) {
                throw new IOException('fopen');
            }
            try {
                foreach ($pieces as $piece) {
                    if (\strlen($piece) !== @fwrite($file, $piece)) {
                        throw new IOException('fwrite');
                    }
                }
            } finally {
                fclose($file);
            }
        });
    }

    /**
     * The same of a file that is made under another name first.
     *
     * @param \Closure(string): mixed $make told the path to write to
     *
     * @throws PictureError as write() does, and whatever making it throws
     */
    public static function make(string $path, \Closure $make): void
    {
        self::put($path, $make, OwnedName::mark(), true);
    }

    /**
     * Makes a file where none of this name is, unless it has these very bytes.
     *
     * @param \Closure(string): mixed $make told the path to write to
     * @param string                  $mark tells the unfinished file apart; the same when it is tried again, so that what a killed process left is written over
     *
     * @throws PictureError as write() does, and when another file has the name
     */
    public static function makeNew(string $path, \Closure $make, string $mark): void
    {
        self::put($path, $make, $mark, false);
    }

    private static function put(string $path, \Closure $make, string $mark, bool $mayReplace): void
    {
        $files = new Filesystem();
        $directory = \dirname($path);
        if (!is_dir($directory)) {
            throw new PictureError(\sprintf('"%s" cannot be written: there is no folder "%s". Make it first.', $path, $directory));
        }
        if (!is_writable($directory)) {
            throw new PictureError(\sprintf('"%s" cannot be written: the folder "%s" does not allow it.', $path, $directory));
        }
        // With a part of the name only: a disk takes some 255 bytes.
        $part = $directory.'/.'.mb_strcut(basename($path), 0, self::NAMED).'.'.$mark.'.part';
        try {
            $make($part);
            // Before it takes its name it has to be on the disk: a name without its bytes would survive a power cut.
            $handle = fopen($part, 'r+');
            if (false === $handle || !fsync($handle)) {
                throw new IOException('fsync');
            }
            fclose($handle);
            if ($mayReplace) {
                $files->rename($part, $path, true);
            } else {
                self::nameOnce($part, $path);
            }
        } catch (IOException $e) {
            throw new PictureError(self::failure($path, $e), 0, $e);
        } finally {
            @unlink($part);
        }
    }

    private static function failure(string $path, IOException $e): string
    {
        if (\strlen(basename($path)) > self::NAME_MOST) {
            return \sprintf('"%s" cannot be written: its name is too long for the disk. Choose a shorter one.', $path);
        }
        $free = @disk_free_space(\dirname($path));

        return \sprintf('"%s" could not be written completely: %s. Nothing half-written was left.', $path, false === $free || $free >= self::ROOM_LEAST
            ? 'its disk has failed, or does not allow it. Check the disk, and who may write there'
            : 'the disk is full. Free some space and try again');
    }

    /** Gives a finished file its name, in one step that fails when the name is taken. */
    private static function nameOnce(string $part, string $path): void
    {
        $named = @link($part, $path);
        $same = $named || (is_file($path) && filesize($path) === filesize($part) && hash_file('xxh128', $path) === hash_file('xxh128', $part));
        if (!$same && !file_exists($path)) {
            // A disk that knows no second names.
            (new Filesystem())->rename($part, $path);

            return;
        }
        unlink($part);
        if (!$same) {
            throw PictureError::nameTaken($path);
        }
    }
}
