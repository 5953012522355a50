<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

/** A thing in one of several photos. */
final readonly class PotThereView
{
    /**
     * @param string     $name       of the photo
     * @param int        $revision   of its grade
     * @param string|null $colour    `#rrggbb`, as graded; null when the thing is not found there
     * @param float      $share      of the picture, 0 to 1
     * @param float|null $difference from the first photo's, ΔE00
     */
    public function __construct(public int $photoId, public string $name, public int $revision, public ?string $colour, public float $share, public ?float $difference)
    {
    }
}
