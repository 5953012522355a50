<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Tovrin\App\Imaging\PictureError;

/** Files of photos on a worker's disk, by their content: fetched once, however many files are made of them and by however many processes. */
final readonly class SourceCache
{
    private const TRIES = 3;

    /** @param int $most bytes that may be kept */
    public function __construct(private string $folder, private int $most)
    {
    }

    /**
     * The path of a file with a content, which may be gone at any time: it is to be linked to.
     *
     * @param callable(resource, int): void $fetch puts the bytes from an offset on behind what is there
     *
     * @throws PictureError when it does not come as it should be, or there is no room
     */
    public function file(TaskFile $wanted, callable $fetch): string
    {
        if (1 !== preg_match('/^[0-9a-f]{64}$/D', $wanted->sha256)) {
            throw new PictureError('The front names a file by something else than its digest.');
        }
        $path = $this->folder.'/'.$wanted->sha256;
        if ($this->isThere($path, $wanted)) {
            return $path;
        }
        $this->makeRoom($wanted->bytes);
        $part = $path.'.part';
        $to = @fopen($part, 'c+');
        // Another process of this machine may be fetching the same: it is waited for.
        if (false === $to || !flock($to, \LOCK_EX)) {
            throw self::noRoom();
        }
        // Closed by hand in either case: what was thrown may hold it, and the lock on it, for long.
        try {
            $this->fetched($wanted, $path, $to, $fetch);
        } catch (\Throwable $e) {
            fclose($to);
            throw $e;
        }
        fclose($to);

        return $path;
    }

    /**
     * @param resource                      $to
     * @param callable(resource, int): void $fetch
     */
    private function fetched(TaskFile $wanted, string $path, $to, callable $fetch): void
    {
        for ($try = 0; !$this->isThere($path, $wanted); ++$try) {
            if ($try >= self::TRIES) {
                throw new PictureError(\sprintf('The file "%s" has come %d times otherwise than the front has it.', $wanted->name, $try));
            }
            fseek($to, 0, \SEEK_END);
            $fetch($to, (int) ftell($to));
            fflush($to);
            if (hash_file('sha256', $path.'.part') !== $wanted->sha256) {
                ftruncate($to, 0);
            } elseif (!@rename($path.'.part', $path)) {
                throw self::noRoom();
            }
        }
    }

    /** Forgets everything: its disk is full. */
    public function clear(): void
    {
        array_map(static fn (string $path): bool => @unlink($path), glob($this->folder.'/*') ?: []);
    }

    private function isThere(string $path, TaskFile $wanted): bool
    {
        clearstatcache();
        if (!is_file($path) || filesize($path) !== $wanted->bytes) {
            return false;
        }
        // The oldest go first.
        @touch($path);

        return true;
    }

    private function makeRoom(int $bytes): void
    {
        $sizes = [];
        $times = [];
        foreach (glob($this->folder.'/*') ?: [] as $path) {
            $sizes[$path] = (int) @filesize($path);
            $times[$path] = (int) @filemtime($path);
        }
        asort($times);
        $all = array_sum($sizes);
        foreach (array_keys($times) as $path) {
            if ($all + $bytes <= $this->most) {
                return;
            }
            if (!str_ends_with($path, '.part')) {
                @unlink($path);
                $all -= $sizes[$path];
            }
        }
    }

    private static function noRoom(): PictureError
    {
        return new PictureError('The disk of this worker is full or has failed.');
    }
}
