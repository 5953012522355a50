<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

/** What is graded where a pixel is two colours at once, at the edges of what a grade reaches. */
enum Edges: string
{
    /** Its own colour, which is neither of the two; what files without a word about it mean. */
    case Mixed = 'mixed';
    /** The two colours apart, mixed again as they were: so that no rim of the old colour stays. */
    case Unmixed = 'unmixed';
}
