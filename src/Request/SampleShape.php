<?php

declare(strict_types=1);

namespace Tovrin\App\Request;

/** How the user marked colours: a click, a stroke, a box from corner to corner. */
enum SampleShape: string
{
    case Point = 'point';
    case Path = 'path';
    case Box = 'box';
}
