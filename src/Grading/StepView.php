<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

/** One step of what was done to a photo. */
final readonly class StepView
{
    /**
     * @param int          $number of the step; 0 is the photo as it came
     * @param string|null  $madeAt date and time
     * @param list<string> $words  what it did, for people
     * @param bool         $now    whether the grade is there now
     * @param string       $by     whose doing it is, for people; empty where nobody said
     */
    public function __construct(public int $number, public ?string $madeAt, public array $words, public bool $now, public string $by)
    {
    }
}
