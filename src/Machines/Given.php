<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Tovrin\App\Entity\Photo;

/** What was taken up for a worker elsewhere. */
final readonly class Given
{
    /**
     * @param string                $title   for people
     * @param list<string>          $files   names of those beside the photo that are needed, as far as they are there
     * @param list<string>          $kept    digests of tables and masks that its grade names
     * @param array<string, string> $given   what the task has to know besides
     * @param int                   $cost    how long it will take, in megapixels of JPEG; 0 for what says nothing of a worker's pace
     * @param int                   $basedOn revision of the photo's grade
     */
    public function __construct(public Photo $photo, public string $title, public array $files, public array $kept, public array $given, public int $cost = 0, public int $basedOn = 0)
    {
    }
}
