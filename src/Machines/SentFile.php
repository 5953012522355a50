<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Tovrin\App\Exception\NotFound;
use Tovrin\App\Library\PhotoParts;
use Tovrin\App\Library\PhotoStore;

/** A file that a worker elsewhere asks for: one of those that what it has in hand needs, and no other. */
final readonly class SentFile
{
    /** Tables and masks that grades name, by their digests. */
    public const KEPT = 'kept-';

    public function __construct(private PhotoParts $parts, private PhotoStore $store)
    {
    }

    /**
     * @return string its path
     *
     * @throws NotFound when it is none of those
     */
    public function path(WorkLease $lease, string $name): string
    {
        $path = null !== $lease->ended || !\in_array($name, $lease->files, true) ? null : $this->place($lease->key, $name);

        return null !== $path && is_file($path) ? $path : throw new NotFound('This file is not part of what you have in hand.');
    }

    /** Where a file of a photo lies, at the front as at a worker; null for a name that none has. */
    public function place(string $key, string $name): ?string
    {
        return str_starts_with($name, self::KEPT) ? $this->store->kept(substr($name, \strlen(self::KEPT))) : $this->parts->path($key, $name);
    }
}
