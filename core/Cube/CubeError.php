<?php

declare(strict_types=1);

namespace Tovrin\Core\Cube;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\DeltaE2000;

/** How far looking colours up in a cube is from evaluating its grade exactly, in ΔE00. */
final readonly class CubeError
{
    private function __construct(public float $mean, public float $percentile99, public float $max)
    {
    }

    /**
     * @param ColourBlock $colours the colours to judge by, usually a photo's colour sample
     * @param ColourBlock $exact   what the grade exactly makes of them
     */
    public static function of(Cube $cube, ColourBlock $colours, ColourBlock $exact): self
    {
        $differences = DeltaE2000::between($exact, $cube->lookUp($colours));
        sort($differences);
        $n = \count($differences);
        if (0 === $n) {
            return new self(0.0, 0.0, 0.0);
        }

        return new self(array_sum($differences) / $n, $differences[(int) floor(0.99 * ($n - 1))], $differences[$n - 1]);
    }
}
