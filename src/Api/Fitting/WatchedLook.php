<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Fitting;

use Tovrin\Core\Grade\Grade;

/** A grade, and the move being worked on. */
final readonly class WatchedLook
{
    /** @param string|null $watch id of the move whose reach is asked about */
    public function __construct(public Grade $look, public ?string $watch = null)
    {
    }
}
