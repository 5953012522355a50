<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Deliveries;

/** Where files may be delivered to besides downloads and archives. */
final readonly class PlacesView
{
    /** @param string|null $folder path on the server; null when its owner has allowed none */
    public function __construct(public ?string $folder)
    {
    }
}
