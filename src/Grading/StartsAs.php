<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

/** What photos of a set begin with. */
enum StartsAs: string
{
    /** What is set for all sets. */
    case AllSets = 'all-sets';
    /** A look of its own. */
    case Own = 'own';
    case Nothing = 'nothing';
}
