<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

/** Looks that came out of a file. */
final readonly class BroughtIn
{
    /**
     * @param list<OwnLookView> $looks
     * @param list<string>      $refused what is no look, and why, in whole sentences
     */
    public function __construct(public array $looks, public array $refused)
    {
    }
}
