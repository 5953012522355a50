<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Work;

/** Which worker speaks, by the word that it has made for itself. */
final readonly class Who
{
    public function __construct(public string $id)
    {
    }
}
