<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Sets;

use Tovrin\App\Grading\Job\GradeJobView;
use Tovrin\App\Grading\StartingLookView;

/** What photos of a set begin with now. */
final readonly class StartingLookChanged
{
    /** @param GradeJobView|null $job the change to photos that are there; null where none is asked for */
    public function __construct(public StartingLookView $startingLook, public ?GradeJobView $job)
    {
    }
}
