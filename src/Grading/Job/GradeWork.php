<?php

declare(strict_types=1);

namespace Tovrin\App\Grading\Job;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Imaging\PictureError;
use Tovrin\Core\Grade\Grade;

/** One kind of change that can be made to the grades of many photos. */
#[AutoconfigureTag]
interface GradeWork
{
    /** Names the kind where jobs are kept. */
    public function kind(): string;

    /** Whether it needs nothing but the photo, its grade and the request, so that a worker elsewhere can work it out. */
    public function isForAnybody(): bool;

    /**
     * The grade that a photo is to have, made of the one it has; nothing is kept.
     *
     * @param Grade  $now     the one it has
     * @param string $request what it was told when it was asked for, as JSON
     *
     * @throws Refused|PictureError when the photo is to be left out, with the reason
     */
    public function change(Photo $photo, Grade $now, string $request): GradeChange;
}
