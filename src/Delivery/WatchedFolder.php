<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Symfony\Component\Filesystem\Exception\IOException;
use Symfony\Component\Filesystem\Filesystem;
use Tovrin\App\Files\UniqueNames;

/**
 * A folder that pictures are dropped into. What is finished goes into its folder "done", what cannot be used into "failed", with a note that says why;
 * what is still being written is waited for.
 */
final class WatchedFolder
{
    public const DONE = 'done';
    public const FAILED = 'failed';
    /** Endings that programs give to files they have not finished. */
    private const UNFINISHED = ['part', 'tmp', 'crdownload', 'download', 'partial', 'filepart'];

    /** @var array<string, array{string, float}> what a file was like when it last changed, and when that was noticed */
    private array $seen = [];

    /** @param float $rest seconds that a file has to stay as it is before it counts as complete */
    public function __construct(private readonly string $path, private readonly float $rest)
    {
    }

    /**
     * Files that are complete, the oldest first.
     *
     * @return list<string> their names
     *
     * @throws IOException when the folder is not there, as on a share that was disconnected
     */
    public function complete(): array
    {
        $names = @scandir($this->path);
        if (false === $names) {
            throw new IOException(\sprintf('The folder "%s" is not there.', $this->path));
        }
        $now = hrtime(true) / 1e9;
        $seen = $complete = [];
        foreach ($names as $name) {
            clearstatcache(true, "$this->path/$name");
            $stat = self::isCandidate($name) && is_file("$this->path/$name") ? @stat("$this->path/$name") : false;
            if (false === $stat) {
                continue;
            }
            $state = $stat['size'].' '.$stat['mtime'].' '.$stat['ino'];
            // By a clock that nobody sets: what another machine writes as its time may be anything.
            $seen[$name] = ($this->seen[$name][0] ?? '') === $state ? $this->seen[$name] : [$state, $now];
            if ($now - $seen[$name][1] >= $this->rest && $stat['size'] > 0) {
                $complete[$name] = $stat['mtime'];
            }
        }
        $this->seen = $seen;
        asort($complete);

        return array_map(strval(...), array_keys($complete));
    }

    /** How many are there that are not complete. */
    public function waiting(): int
    {
        return \count($this->seen);
    }

    public function path(string $name): string
    {
        return $this->path.'/'.$name;
    }

    /** A picture is finished. */
    public function done(string $name): void
    {
        $this->move($name, self::DONE);
    }

    /** A picture cannot be used. */
    public function setAside(string $name, string $why): void
    {
        $moved = $this->move($name, self::FAILED);
        (new Filesystem())->dumpFile($this->path.'/'.self::FAILED.'/'.$moved.'.txt', $why."\n");
    }

    /** @return string its name there */
    private function move(string $name, string $folder): string
    {
        $files = new Filesystem();
        $files->mkdir("$this->path/$folder");
        $free = (new UniqueNames(array_values(array_diff(@scandir("$this->path/$folder") ?: [], ['.', '..']))))->give(pathinfo($name, \PATHINFO_FILENAME), '' === pathinfo($name, \PATHINFO_EXTENSION) ? '' : '.'.pathinfo($name, \PATHINFO_EXTENSION));
        $files->rename("$this->path/$name", "$this->path/$folder/$free");
        unset($this->seen[$name]);

        return $free;
    }

    private static function isCandidate(string $name): bool
    {
        return !str_starts_with($name, '.') && !str_ends_with($name, '~') && !\in_array(strtolower(pathinfo($name, \PATHINFO_EXTENSION)), self::UNFINISHED, true);
    }
}
