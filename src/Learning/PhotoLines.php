<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\App\Imaging\Apply\Edges\KeptLines;
use Tovrin\App\Library\PhotoStore;

/** What was found along the lines of a photo, kept beside it. */
final readonly class PhotoLines implements KeptLines
{
    public function __construct(private PhotoStore $store, private string $key)
    {
    }

    public function line(string $key): ?string
    {
        return $this->store->ifKept($this->path($key));
    }

    public function keep(string $key, string $bytes): void
    {
        $this->store->keep($this->path($key), $bytes);
    }

    private function path(string $key): string
    {
        return $this->store->edgeLine($this->key, hash('xxh128', $key));
    }
}
