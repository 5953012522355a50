<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

/** What a stroke's places mean: a click, the way of the pointer, two opposite corners, or several clicks at once. */
enum StrokeShape: string
{
    case Point = 'point';
    case Path = 'path';
    case Box = 'box';
    case Spots = 'spots';
}
