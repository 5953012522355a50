<?php

declare(strict_types=1);

namespace Tovrin\App\Sheet;

/** The small picture of a photo is to be drawn as it is graded now. */
final readonly class DrawPicture
{
    public function __construct(public int $photo)
    {
    }
}
