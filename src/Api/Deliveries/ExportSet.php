<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Deliveries;

/** How a whole set is to be exported. */
final readonly class ExportSet
{
    /** @param bool $photos whether the photos' own files go in */
    public function __construct(public bool $photos = true)
    {
    }
}
