<?php

declare(strict_types=1);

namespace Tovrin\App\Message;

/** A finished file is to be made. Handling it twice is harmless: a file that somebody has taken up is left to them. */
final readonly class MakeFile
{
    public function __construct(public int $job)
    {
    }
}
