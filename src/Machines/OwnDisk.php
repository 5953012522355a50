<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Tovrin\App\Library\PhotoStore;

/** The disk of a worker elsewhere, which may be small. */
final readonly class OwnDisk
{
    /** With less than so many bytes free nothing is begun. */
    private const ROOM_LEAST = 40_000_000;

    public function __construct(private PhotoStore $store)
    {
    }

    /** @phpstan-impure other programs write too */
    public function isFull(): bool
    {
        return $this->store->freeRoom() < self::ROOM_LEAST;
    }

    /** Why nothing can be begun, even with the cache cleared; empty when something can. */
    public function trouble(SourceCache $cache): string
    {
        if (!$this->isFull()) {
            return '';
        }
        $cache->clear();
        $free = $this->store->freeRoom();

        return $free >= self::ROOM_LEAST ? '' : \sprintf('Its disk is full: %d MB are free, and %d are needed to begin.', intdiv($free, 1_000_000), intdiv(self::ROOM_LEAST, 1_000_000));
    }
}
