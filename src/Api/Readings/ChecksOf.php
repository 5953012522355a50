<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Readings;

use Tovrin\Core\Grade\Grade;

final readonly class ChecksOf
{
    /** @param bool $ways whether ways out are looked for, which takes longer */
    public function __construct(public Grade $look, public bool $ways = false)
    {
    }
}
