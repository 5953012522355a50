<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

/** Where moves go that are carried over. */
enum CarryHow: string
{
    case Replace = 'replace';
    case Below = 'below';
}
