<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Symfony\Component\Filesystem\Filesystem;
use Tovrin\App\Doctrine\DatabaseTrouble;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Kernel;

/** The folder of photos, database and finished files: made, tried and closed to others before anything is begun. */
final class DataFolder
{
    /** With less than this nothing can be begun: the database alone needs it for its journal. */
    private const ROOM_LEAST = 4_000_000;

    /**
     * @return string its path
     *
     * @throws UsageError when it cannot be worked in
     */
    public static function opened(): string
    {
        $path = Kernel::dataDir();
        $said = 'the setting TOVRIN_DATA names another one';
        if (!is_dir($path) && !@mkdir($path, 0o700, true) && !is_dir($path)) {
            throw new UsageError(\sprintf('The data folder "%s" cannot be made. Make it yourself, or check who may write beside it; %s.', $path, $said));
        }
        $trial = $path.'/.trial.'.bin2hex(random_bytes(4));
        try {
            // The superuser is let in by rights; only trying tells of a disk that takes nothing.
            $taken = 4096 === @file_put_contents($trial, str_repeat(' ', 4096));
            if (self::isFull($path)) {
                throw new UsageError(\sprintf('The disk of the data folder "%s" is full. Free some space and start again; %s.', $path, $said));
            }
            if (!$taken) {
                throw new UsageError(\sprintf('The data folder "%s" cannot be written to. Check who owns it and whether its disk is read-only; %s.', $path, $said));
            }
        } finally {
            @unlink($trial);
        }
        $database = $path.'/tovrin.sqlite';
        if (is_file($database) && !is_writable($database)) {
            throw new UsageError(\sprintf('The database "%s" cannot be written to. Check who owns it.', $database));
        }
        // Photos are not for other users of this computer. Somebody else's folder is theirs to close.
        if (fileowner($path) === posix_geteuid() && 0 !== (fileperms($path) & 0o077)) {
            @chmod($path, 0o700);
        }

        return $path;
    }

    /** Why a database cannot be opened, in words for whoever starts the program; null where it is no matter of disks. */
    public static function trouble(\Throwable $e): ?UsageError
    {
        $trouble = DatabaseTrouble::behind($e);
        $path = Kernel::dataDir();
        // SQLite may only say that something failed where a full disk was the reason.
        $full = DatabaseTrouble::Full === $trouble || (null !== $trouble && self::isFull($path));

        return null === $trouble ? null : new UsageError(\sprintf(match (true) {
            $full => 'The disk of the data folder "%s" is full: its database cannot be opened. Nothing was changed. Free some space and start again.',
            DatabaseTrouble::Corrupt === $trouble => 'The database of the data folder "%s" is damaged. Put the last backup in its place ("bin/tovrin restore"); see docs/running.md.',
            DatabaseTrouble::Busy === $trouble => 'The database of the data folder "%s" is in use by another program. Try again in a moment.',
            default => 'The database of the data folder "%s" cannot be opened or written to. Nothing was changed. Check its disk, and who owns the folder and what is in it.',
        }, $path), 0, $e);
    }

    /** A disk that takes a few more pages can begin, and then keep nothing: it counts as full. One that does not say how large it is is not. */
    private static function isFull(string $path): bool
    {
        return (float) @disk_total_space($path) > 0 && disk_free_space($path) < self::ROOM_LEAST;
    }

    /** A folder for what programs need for a moment, emptied of what they left when they were killed. */
    public static function temporary(string $path): string
    {
        $folder = WebServer::runDir($path).'/temporary';
        $files = new Filesystem();
        $files->remove($folder);
        $files->mkdir($folder, 0o700);

        return $folder;
    }
}
