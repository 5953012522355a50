<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Choosing;

use Tovrin\Core\Grade\Grade;

/** One family of the first move of a look. */
final readonly class FamilyOf
{
    public function __construct(public Grade $look, public string $family)
    {
    }
}
