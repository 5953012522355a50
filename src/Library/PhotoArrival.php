<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Tovrin\App\Entity\Photo;

/** Told of each photo that was imported, when it is stored and settled. */
interface PhotoArrival
{
    public function arrived(Photo $photo): void;
}
