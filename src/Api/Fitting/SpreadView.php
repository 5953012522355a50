<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Fitting;

/** How far colours lie apart. */
final readonly class SpreadView
{
    /** @param float $spread the largest difference between any two of them, ΔE00 */
    public function __construct(public float $spread)
    {
    }
}
