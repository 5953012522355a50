<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

/** What a command prints does not get where it should. */
final class BrokenOutput extends \RuntimeException
{
    /** @param bool $isEnough whether the reader has gone by itself */
    public function __construct(public readonly bool $isEnough)
    {
        parent::__construct('Standard output is closed or full.');
    }
}
