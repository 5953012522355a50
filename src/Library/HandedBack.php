<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Symfony\Component\Filesystem\Filesystem;
use Tovrin\App\Exception\Conflict;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Imaging\PictureError;

/** Files that workers on other machines hand back, piece by piece, until all of what they have in hand is there: elsewhere/TOKEN/NAME in the data folder. */
final readonly class HandedBack
{
    public function __construct(private PhotoStore $store)
    {
    }

    public function path(string $token, string $name): string
    {
        if (1 !== preg_match('/^[0-9a-f]{32}$/D', $token) || 1 !== preg_match('/^[A-Za-z0-9][A-Za-z0-9._-]{0,80}$/D', $name)) {
            throw new Refused('No file is called so.');
        }

        return $this->folder().'/'.$token.'/'.$name;
    }

    /** How much of a file has come, in bytes. */
    public function received(string $token, string $name): int
    {
        clearstatcache();

        return (int) @filesize($this->path($token, $name));
    }

    /**
     * Puts a piece of a file behind what has come so far.
     *
     * @param string $piece  path of a file, which is somebody else's to remove
     * @param int    $offset where it belongs
     *
     * @return int how much there is now, in bytes
     *
     * @throws Conflict     when it does not belong there
     * @throws PictureError when there is no room for it
     */
    public function receive(string $token, string $name, string $piece, int $offset): int
    {
        $path = $this->path($token, $name);
        if (!is_dir(\dirname($path)) && !@mkdir(\dirname($path), 0o700, true) && !is_dir(\dirname($path))) {
            throw self::noRoom();
        }
        $bytes = (int) @filesize($piece);
        $to = @fopen($path, 'c');
        $from = @fopen($piece, 'r');
        if (false === $to || false === $from || !flock($to, \LOCK_EX)) {
            throw self::noRoom();
        }
        $there = (int) (fstat($to)['size'] ?? 0);
        $kept = $there === $offset && 0 === fseek($to, $offset) && stream_copy_to_stream($from, $to) === $bytes && fflush($to);
        if ($there === $offset && !$kept) {
            ftruncate($to, max(0, $offset));
        }
        fclose($to);
        fclose($from);

        return match (true) {
            $kept => $offset + $bytes,
            $there === $offset => throw self::noRoom(),
            default => throw new Conflict(\sprintf('%d bytes of this file are here: the next piece begins there.', $there)),
        };
    }

    /** All that has come of what somebody has in hand goes. */
    public function remove(string $token): void
    {
        (new Filesystem())->remove($this->folder().'/'.$token);
    }

    /**
     * Removes what nobody has in hand any more.
     *
     * @param \Closure(): list<string> $open tokens of what is in hand, asked after looking: what comes in between is known to neither list
     */
    public function sweep(\Closure $open): void
    {
        $there = array_map(basename(...), glob($this->folder().'/*', \GLOB_ONLYDIR) ?: []);
        foreach ([] === $there ? [] : array_diff($there, $open()) as $token) {
            $this->remove($token);
        }
    }

    private function folder(): string
    {
        return $this->store->directory().'/elsewhere';
    }

    private static function noRoom(): PictureError
    {
        return new PictureError('The file could not be taken in: the disk of the data folder is full or has failed.');
    }
}
