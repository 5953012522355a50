<?php

declare(strict_types=1);

namespace Tovrin\App\Grading\Job;

/** What there is to say of one photo of a job. */
final readonly class ChangedPhotoView
{
    /**
     * @param bool         $leftOut whether its grade is as it was
     * @param list<string> $words   in whole sentences
     */
    public function __construct(public int $photoId, public string $name, public bool $leftOut, public array $words)
    {
    }
}
