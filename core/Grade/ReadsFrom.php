<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

/** The colour a reach is measured on: the photo's own, or the one the moves above have made of it. */
enum ReadsFrom: string
{
    case Source = 'source';
    case Running = 'running';
}
