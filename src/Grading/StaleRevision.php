<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

/** The grade was changed elsewhere since the caller read it. */
final class StaleRevision extends \RuntimeException
{
    public function __construct(public readonly int $current)
    {
        parent::__construct('This photo was changed in another window.');
    }
}
