<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

/** One of the photo's own colour families. */
final readonly class PotView
{
    /**
     * @param string      $colour `#rrggbb`
     * @param float       $share  of the picture, 0 to 1
     * @param list<float> $oklch
     */
    public function __construct(public string $name, public string $colour, public float $share, public array $oklch)
    {
    }
}
