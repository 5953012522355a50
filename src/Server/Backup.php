<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Doctrine\DBAL\Connection;
use Symfony\Component\Filesystem\Exception\IOException;
use Symfony\Component\Filesystem\Filesystem;
use Tovrin\App\Exception\UsageError;
use Tovrin\App\Library\PhotoStore;

/**
 * A copy of the data folder that is right in itself, also while it is served: the database as it is at one moment, and every photo and
 * finished file that it knows. What can be made again is left out.
 */
final readonly class Backup
{
    private const DATABASE = 'tovrin.sqlite';
    private const VERSION = 'written-by';

    public function __construct(private Connection $connection, private PhotoStore $store)
    {
    }

    /**
     * Writes a backup, or brings one up to date: only what is new is copied. Until the last step the one before stays whole.
     *
     * @return array{photos: int, copied: int} photos in it; files that were copied this time
     *
     * @throws UsageError when the folder is something else, or cannot be written
     */
    public function write(string $folder): array
    {
        $data = $this->store->directory();
        self::refuseOther($data, $folder);
        try {
            (new Filesystem())->mkdir($folder, 0o700);
            $new = $folder.'/.'.self::DATABASE.'.new';
            DatabaseCopy::write($this->connection, $new);
            $copy = new \PDO('sqlite:'.$new);
            if ('ok' !== self::column($copy, 'PRAGMA quick_check')[0]) {
                throw new UsageError(\sprintf('The database of the data folder "%s" is damaged: no backup was made, and the one before in "%s" was left as it is.', $data, $folder));
            }
            $known = [];
            $copied = 0;
            foreach ($this->parts($copy) as $key => $part) {
                foreach ($part as $inside) {
                    $copied += (int) self::copied("$data/$inside", "$folder/$inside");
                }
                if (\is_string($key) && (!\in_array("photos/$key/original", $part, true) || !is_file("$folder/photos/$key/original"))) {
                    // It was cleared away for good meanwhile.
                    $copy->prepare('DELETE FROM photo WHERE store_key = ?')->execute([$key]);
                } else {
                    array_push($known, ...$part);
                }
            }
            $photos = \count(self::column($copy, 'SELECT id FROM photo WHERE removed_at IS NULL'));
            unset($copy);
            self::copied($data.'/'.self::VERSION, $folder.'/'.self::VERSION);
            self::put($new, $folder.'/'.self::DATABASE);
            self::certificate($data, $folder);
            self::sweep($folder, $known);
        } catch (IOException|\Doctrine\DBAL\Exception $e) {
            throw new UsageError(\sprintf('The backup could not be written to "%s": %s. A backup that was there before is left as it was.', $folder, disk_free_space(is_dir($folder) ? $folder : \dirname($folder)) < 1e6 ? 'its disk is full' : rtrim($e->getMessage(), '.')), 0, $e);
        } finally {
            @unlink($folder.'/.'.self::DATABASE.'.new');
        }

        return ['photos' => $photos, 'copied' => $copied];
    }

    /**
     * Puts a backup into a data folder that holds nothing yet.
     *
     * @return int files
     *
     * @throws UsageError when it is no backup, or the data folder is in use
     */
    public static function restore(string $folder, string $data): int
    {
        if (!is_file($folder.'/'.self::DATABASE)) {
            throw new UsageError(\sprintf('"%s" is not a backup of Tovrin: it has no %s in it.', $folder, self::DATABASE));
        }
        if (is_file($data.'/'.self::DATABASE)) {
            throw new UsageError(\sprintf('The data folder "%s" holds photos or grades already, and nothing is put over them. Move it away first, or name another one with TOVRIN_DATA.', $data));
        }
        try {
            $copied = 0;
            foreach ([...self::inside($folder), self::VERSION] as $inside) {
                $copied += (int) self::copied("$folder/$inside", "$data/$inside");
            }
            self::certificate($folder, $data);
            // Last: with it the folder is a data folder.
            self::copied($folder.'/'.self::DATABASE, $data.'/'.self::DATABASE);
        } catch (IOException $e) {
            throw new UsageError(\sprintf('The backup could not be put into "%s": %s Run this again when that is mended; it goes on where it stopped.', $data, disk_free_space($data) < 1e6 ? 'its disk is full.' : $e->getMessage()), 0, $e);
        }

        return $copied;
    }

    /** What workers on other machines know this one by, if there are any. */
    private static function certificate(string $from, string $to): void
    {
        $inside = '/'.WorkerDoor::SELF_MADE;
        is_file($from.$inside) && self::copied($from.$inside, $to.$inside);
    }

    private static function refuseOther(string $data, string $folder): void
    {
        $outer = realpath(is_dir($folder) ? $folder : \dirname($folder));
        if (false === $outer) {
            throw new UsageError(\sprintf('There is no folder "%s" to make the backup in. Make it first, or connect its disk.', \dirname($folder)));
        }
        if (str_starts_with($outer.'/', realpath($data).'/')) {
            throw new UsageError('A backup inside the data folder would be lost with it. Name a folder elsewhere, best on another disk.');
        }
        if (is_dir($folder) && !is_file($folder.'/'.self::DATABASE) && [] !== array_diff(scandir($folder) ?: [], ['.', '..', '.'.self::DATABASE.'.new', 'photos', 'exports', 'kept', 'lost+found'])) {
            throw new UsageError(\sprintf('"%s" holds something else. Name an empty folder, a new one, or that of an earlier backup.', $folder));
        }
    }

    /**
     * What the database knows and cannot be made again.
     *
     * @return \Generator<string|int, list<string>> paths inside the data folder: of a photo by its key; of all finished files, and of all that grades name by its digest
     */
    private function parts(\PDO $copy): \Generator
    {
        $copy->exec('PRAGMA foreign_keys = ON');
        foreach (self::column($copy, 'SELECT store_key FROM photo') as $key) {
            yield $key => array_map(static fn (string $name): string => "photos/$key/$name", $this->store->lasting($key));
        }
        $finished = array_filter(self::column($copy, "SELECT id FROM export_job WHERE state = 'done'"), fn (string $id): bool => is_file($this->store->export((int) $id)));
        yield 0 => array_values(array_map(static fn (string $id): string => "exports/$id", $finished));
        yield 1 => array_map(static fn (string $digest): string => "kept/$digest", $this->store->allKept());
    }

    /** @param list<string> $known */
    private static function sweep(string $folder, array $known): void
    {
        foreach (array_diff(self::inside($folder), $known) as $gone) {
            @unlink("$folder/$gone");
        }
        foreach (glob($folder.'/photos/*', \GLOB_ONLYDIR) ?: [] as $empty) {
            @rmdir($empty);
        }
    }

    /** @return list<string> paths of files of photos and exports, and of what grades name */
    private static function inside(string $folder): array
    {
        return array_map(static fn (string $path): string => substr($path, \strlen($folder) + 1), glob($folder.'/{photos/*/*,exports/*,kept/*}', \GLOB_BRACE) ?: []);
    }

    /** Whether a file had to be copied: it was not there, or another one. What goes away meanwhile is left out. */
    private static function copied(string $from, string $to): bool
    {
        $there = @stat($to);
        $is = @stat($from);
        if (false === $is || (false !== $there && $there['size'] === $is['size'] && $there['mtime'] === $is['mtime'])) {
            return false;
        }
        (new Filesystem())->mkdir(\dirname($to), 0o700);
        $part = \dirname($to).'/.'.basename($to).'.part';
        try {
            $whole = @copy($from, $part);
            clearstatcache(true, $from);
            if (!$whole && !is_file($from)) {
                return false;
            }
            if (!$whole || filesize($part) !== $is['size'] || !touch($part, $is['mtime'])) {
                throw new IOException(\sprintf('"%s" could not be copied', $from));
            }
            self::put($part, $to);
        } finally {
            @unlink($part);
        }

        return true;
    }

    /** Gives a file its name once it is on the disk. */
    private static function put(string $part, string $path): void
    {
        $handle = fopen($part, 'r+');
        if (false === $handle || !fsync($handle) || !fclose($handle) || !rename($part, $path)) {
            throw new IOException(\sprintf('"%s" could not be written', $path));
        }
    }

    /** @return list<string> */
    private static function column(\PDO $database, string $query): array
    {
        $rows = $database->query($query);

        return array_map(static fn (mixed $one): string => \is_scalar($one) ? (string) $one : '', array_values(false === $rows ? [] : $rows->fetchAll(\PDO::FETCH_COLUMN)));
    }
}
