<?php

declare(strict_types=1);

namespace Tovrin\App\Message;

/** The archive of a set is to be taken in, or the rest of it. Handling it twice is harmless: one that a worker has in hand is left to it. */
final readonly class ImportSet
{
    public function __construct(public int $import)
    {
    }
}
