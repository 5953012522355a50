<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Work;

final readonly class WorkGoesOn
{
    /** @param bool $goesOn whether it is still to be done */
    public function __construct(public bool $goesOn)
    {
    }
}
