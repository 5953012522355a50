<?php

declare(strict_types=1);

namespace Tovrin\App\Message;

/** A photo is to be given the look that it begins with. Handling it twice is harmless. */
final readonly class BeginPhoto
{
    public function __construct(public int $photo)
    {
    }
}
