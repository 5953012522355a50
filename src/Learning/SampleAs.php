<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

enum SampleAs: string
{
    case Wanted = 'wanted';
    case Held = 'held';
}
