<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading\Chart;

/** A piece of a picture that has one colour all over, and may be a patch of a chart. */
final readonly class FlatPiece
{
    /**
     * @param float                                   $x      of its middle, pixels
     * @param float                                   $y      of its middle, pixels
     * @param float                                   $size   square root of its pixels
     * @param array{0: float, 1: float, 2: float}     $colour encoded RGB, 0…255, the mean
     * @param float                                   $shape  its pixels as a share of those of a parallelogram that is as long and as broad: 1 for a patch seen from anywhere
     */
    public function __construct(public float $x, public float $y, public float $size, public array $colour, public float $shape)
    {
    }
}
