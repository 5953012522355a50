<?php

declare(strict_types=1);

namespace Tovrin\App\Request;

enum SampleAs: string
{
    case Wanted = 'wanted';
    case Held = 'held';
}
