<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Tovrin\App\Entity\Photo;

/** Told of each photo that was imported by somebody, when it is stored and settled. */
#[AutoconfigureTag]
interface PhotoArrival
{
    /** @return bool whether it has seen to what the photo's grade is: nobody else is told then */
    public function arrived(Photo $photo): bool;
}
