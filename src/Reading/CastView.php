<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

/** How a range of tones leans. */
final readonly class CastView
{
    /**
     * @param float  $evidence share of the zone that is weak enough in colour to judge by
     * @param float  $amount   CIELAB chroma
     * @param string $lean     the hue; empty when neutral
     * @param float  $hue      CIELAB hue in degrees
     * @param string $words    two words at most
     */
    public function __construct(public string $zone, public float $evidence, public float $amount, public string $lean, public float $hue, public string $words)
    {
    }
}
