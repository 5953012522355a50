<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Sets;

use Tovrin\Core\Grade\Grade;

/** What photos of all sets are to begin with that say nothing of their own. */
final readonly class StartingLookForAll
{
    /** @param Grade|null $look null for none */
    public function __construct(public ?Grade $look = null)
    {
    }
}
