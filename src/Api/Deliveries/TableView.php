<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Deliveries;

use Tovrin\App\Imaging\Apply\Exactness;

/** How near a table comes to the grade it holds, all over sRGB. */
final readonly class TableView
{
    /**
     * @param int   $output    number of the output among those asked for, from 0
     * @param int   $lattice   nodes along each axis
     * @param float $meanError in ΔE00
     * @param float $error99   what 99 of 100 colours stay within
     */
    private function __construct(public int $output, public int $lattice, public float $meanError, public float $error99)
    {
    }

    public static function of(int $output, Exactness $exactness): self
    {
        return new self($output, $exactness->lattice, $exactness->mean, $exactness->percentile99);
    }
}
