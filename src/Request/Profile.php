<?php

declare(strict_types=1);

namespace Tovrin\App\Request;

/** The colour profile of a finished picture. */
enum Profile: string
{
    /** sRGB, said in the file. */
    case Srgb = 'srgb';
    /** sRGB, as the photo said it: only where it came with a profile. */
    case AsBefore = 'as-before';
    /** sRGB, not said. */
    case None = 'none';
}
