<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

/** How a simulated user goes about it. */
enum Manner: string
{
    /** Strokes at the middle of what is wrong, and takes nothing back: a real user does not know which stroke did harm. */
    case Keeps = 'keeps';
    /** Strokes anywhere in what is wrong, and takes nothing back. */
    case Sloppy = 'sloppy';
    /** Strokes at any place that is wrong, however small its region, and takes nothing back. */
    case Scattered = 'scattered';
    /** Takes a stroke back that makes it worse, and avoids the place. */
    case Undoes = 'undoes';
}
