<?php

declare(strict_types=1);

namespace Tovrin\App\Request;

/** Forms of a finished file: pictures, and the grade itself. */
enum ExportFormat: string
{
    case Jpeg = 'jpeg';
    case Png = 'png';
    case Cube = 'cube';
    case Icc = 'icc';
    case Hald = 'hald';
}
