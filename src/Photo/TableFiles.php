<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

use Tovrin\Core\Reach\Table\TableShelf;

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
        $bytes = @file_get_contents($this->store->tables().'/'.$key);

        return false === $bytes ? null : $bytes;
    }

    public function put(string $key, string $bytes): void
    {
        $path = $this->store->tables().'/'.$key;
        // Not waited for to reach the disk: a table that is lost or cut short is made anew.
        $part = $path.'.'.getmypid().'.part';
        if (false === @file_put_contents($part, $bytes) || !@rename($part, $path)) {
            @unlink($part);
        }
    }

    /** Leaves the newest tables. */
    public function sweep(): void
    {
        $files = glob($this->store->tables().'/*') ?: [];
        if (\count($files) <= self::MANY) {
            return;
        }
        $times = array_map(static fn (string $path): int => (int) @filemtime($path), array_combine($files, $files));
        arsort($times);
        foreach (\array_slice(array_keys($times), (int) (self::MANY / 2)) as $path) {
            @unlink($path);
        }
    }
}
