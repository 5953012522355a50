<?php

declare(strict_types=1);

namespace Tovrin\App\Message;

/** Asks for the whole picture of a photo whose file the browser would not show as it is. */
final readonly class DrawFull
{
    public function __construct(public int $photo)
    {
    }
}
