<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Tovrin\App\Files\OwnedName;
use Tovrin\App\Imaging\PictureError;
use Tovrin\Core\Model\Table\TableShelf;

/** Tables of reaches as files, so that every process of the server finds what another one has made. */
final readonly class TableFiles implements TableShelf
{
    /** Tables older than this are swept when there are many; one that is needed again is made again. */
    private const MANY = 400;

    public function __construct(private PhotoStore $store)
    {
    }

    public function get(string $key): ?string
    {
        $path = $this->path($key);
        $bytes = null === $path ? false : @file_get_contents($path);

        return false === $bytes ? null : $bytes;
    }

    public function put(string $key, string $bytes): void
    {
        $path = $this->path($key);
        if (null === $path) {
            return;
        }
        // Not waited for to reach the disk: a table that is lost or cut short is made anew.
        $part = $path.'.'.OwnedName::mark().'.part';
        if (false === @file_put_contents($part, $bytes) || !@rename($part, $path)) {
            @unlink($part);
        }
    }

    /**
     * Leaves the newest tables where there are many.
     *
     * @param int $many so many may stay
     */
    public function sweep(int $many = self::MANY): void
    {
        $files = glob((string) $this->path('*')) ?: [];
        if (\count($files) <= $many) {
            return;
        }
        $times = array_map(static fn (string $path): int => (int) @filemtime($path), array_combine($files, $files));
        arsort($times);
        foreach (\array_slice(array_keys($times), intdiv($many, 2)) as $path) {
            @unlink($path);
        }
    }

    /** Null when there is no folder for tables and none can be made: then they are made anew each time. */
    private function path(string $key): ?string
    {
        try {
            return $this->store->tables().'/'.$key;
        } catch (PictureError) {
            return null;
        }
    }
}
