<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

/** What room the data takes, in bytes. */
final readonly class StorageView
{
    /**
     * @param int  $removed         photos that were removed and can still be brought back
     * @param int  $finished        files kept for fetching
     * @param int  $remakeableBytes of what is computed again when it is needed; a part of what photos take, and tables
     * @param int  $freeBytes       left on the disk
     * @param bool $delivering      whether files are being made, which are not cleared
     */
    public function __construct(
        public int $photos,
        public int $photoBytes,
        public int $removed,
        public int $removedBytes,
        public int $finished,
        public int $finishedBytes,
        public int $remakeableBytes,
        public int $freeBytes,
        public bool $delivering,
    ) {
    }
}
