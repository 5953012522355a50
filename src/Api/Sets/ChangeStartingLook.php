<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Sets;

use Tovrin\App\Grading\BeginAgain;
use Tovrin\App\Grading\StartsAs;
use Tovrin\Core\Grade\Grade;

/** What photos of a set are to begin with. */
final readonly class ChangeStartingLook
{
    /**
     * @param Grade|null $look where it has one of its own; null keeps that
     * @param BeginAgain $then what happens to photos that are there
     */
    public function __construct(public StartsAs $as, public ?Grade $look = null, public BeginAgain $then = BeginAgain::New)
    {
    }
}
