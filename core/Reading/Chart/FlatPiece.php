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
     * @param array{0: float, 1: float, 2: float}     $spread of its pixels around its middle: variance across, variance down, covariance
     */
    public function __construct(public float $x, public float $y, public float $size, public array $colour, public array $spread)
    {
    }

    /**
     * How little it looks like the tile that two ways make: 0 for one of just that shape, however large. Pixels of a tile are spread as the sum of what
     * its two sides are by themselves, which tells a tile from a slanted one of the same area.
     *
     * @param array{0: float, 1: float} $u along one side
     * @param array{0: float, 1: float} $v along the other
     */
    public function unlike(array $u, array $v): float
    {
        $tile = [$u[0] ** 2 + $v[0] ** 2, $u[1] ** 2 + $v[1] ** 2, $u[0] * $u[1] + $v[0] * $v[1]];
        $scale = ($this->spread[0] + $this->spread[1]) / ($tile[0] + $tile[1]);
        $off = hypot($this->spread[0] - $scale * $tile[0], $this->spread[1] - $scale * $tile[1]) + 2.0 * abs($this->spread[2] - $scale * $tile[2]);

        return $off / ($this->spread[0] + $this->spread[1]);
    }
}
