<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

/** Keeps what was found along the lines of one photo: most changes of a grade leave most lines where they are. */
interface KeptLines
{
    /** Null when there is nothing of it. */
    public function line(string $key): ?string;

    public function keep(string $key, string $bytes): void;
}
