<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

/** What photos of a set begin with. */
final readonly class StartingLookView
{
    /**
     * @param string|null $name    of the look in force; null for none
     * @param string|null $allSets of the look for all sets that have none of their own; null for none
     */
    public function __construct(public StartsAs $as, public ?string $name, public ?string $allSets)
    {
    }
}
