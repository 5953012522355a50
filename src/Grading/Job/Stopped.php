<?php

declare(strict_types=1);

namespace Tovrin\App\Grading\Job;

/** A photo was stopped while its new grade was worked out. */
final class Stopped extends \RuntimeException
{
}
