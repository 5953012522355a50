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
     * @param array{0: float, 1: float} $ab CIELAB a and b
     * @param array{0: float, 1: float} $dial where it lies on a dial, −1…1, right and up positive
     * @param float  $neutral  how far from the middle of the dial what passes for neutral reaches
     * @param string $words    two words at most
     */
    public function __construct(public string $zone, public float $evidence, public float $amount, public string $lean, public array $ab, public array $dial, public float $neutral, public string $words)
    {
    }
}
