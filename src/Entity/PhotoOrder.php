<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

/** How the photos of a set are ordered. */
enum PhotoOrder: string
{
    /** As they were brought in. */
    case Arrival = 'arrival';
    case Name = 'name';
    /** By when they were taken, as the camera says; photos that do not say it come last. */
    case Taken = 'taken';
    case Hand = 'hand';
}
