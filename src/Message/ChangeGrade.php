<?php

declare(strict_types=1);

namespace Tovrin\App\Message;

/** The grade of one photo is to be changed by a job. Handling it twice is harmless: one that somebody has taken up is left to them. */
final readonly class ChangeGrade
{
    /** @param int $photo number of the photo within its job, see GradeJobPhoto */
    public function __construct(public int $photo)
    {
    }
}
