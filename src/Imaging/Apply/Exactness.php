<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\Core\Grade\LatticeChoice;

/** How near a finished file comes to exact evaluation of its grade, on the photo's own colours. */
final readonly class Exactness
{
    /**
     * @param int   $lattice      nodes along each axis of the table that was used; 0 where none was needed
     * @param float $mean         ΔE00
     * @param float $percentile99 ΔE00 that 99 of 100 colours stay within
     */
    public function __construct(public int $lattice, public float $mean, public float $percentile99)
    {
    }

    public static function of(LatticeChoice $choice): self
    {
        return new self($choice->lattice->size, $choice->mean, $choice->percentile99);
    }

    /** Nothing was looked up: each pixel is as it came. */
    public static function untouched(): self
    {
        return new self(0, 0.0, 0.0);
    }
}
