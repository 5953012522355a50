<?php

declare(strict_types=1);

namespace Tovrin\App\Grading\Job;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Imaging\PictureError;

/** One kind of change that can be made to the grades of many photos. */
#[AutoconfigureTag]
interface GradeWork
{
    /** Names the kind where jobs are kept. */
    public function kind(): string;

    /**
     * The grade that a photo is to have, made of the one it has; nothing is kept.
     *
     * @param string $request what it was told when it was asked for, as JSON
     *
     * @throws Refused|PictureError when the photo is to be left out, with the reason
     */
    public function change(Photo $photo, string $request): GradeChange;
}
