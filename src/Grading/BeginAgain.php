<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

/** What happens to photos that are there when the starting look changes. */
enum BeginAgain: string
{
    /** Nothing: it is for photos imported from now on. */
    case New = 'new';
    /** Those that nobody has worked on get it too. */
    case Untouched = 'untouched';
    /** All get it, in the place of the look they began with; what was done besides stays, below it. */
    case All = 'all';
}
