<?php

declare(strict_types=1);

namespace Tovrin\App\Message;

/** A photo is to be studied ahead of need. */
final readonly class StudyPhoto
{
    public function __construct(public int $photo)
    {
    }
}
