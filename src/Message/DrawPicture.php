<?php

declare(strict_types=1);

namespace Tovrin\App\Message;

/** The small picture of a photo is to be drawn as it is graded now. */
final readonly class DrawPicture
{
    /** @param int|null $revision the one it is asked for; once another is in force, that has been asked for by itself. Null for whichever it is */
    public function __construct(public int $photo, public ?int $revision = null)
    {
    }
}
