<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading\Chart;

use Tovrin\Core\Model\Ridge;

/** A plane as a camera sees it: from places on it to places in the picture. */
final readonly class Perspective
{
    /**
     * @param list<float> $m eight numbers, row by row; the ninth is 1
     */
    private function __construct(private array $m)
    {
    }

    /**
     * From the unit square to four corners.
     *
     * Source: Heckbert, "Fundamentals of Texture Mapping and Image Warping" (1989), section 2.2.3.
     *
     * @param list<array{0: float, 1: float}> $corners clockwise from where (0, 0) goes
     *
     * @throws \InvalidArgumentException when they are not the corners of a square seen from anywhere
     */
    public static function ofCorners(array $corners): self
    {
        if (4 !== \count($corners)) {
            throw new \InvalidArgumentException('A chart has four corners.');
        }
        $turns = [];
        foreach ([0, 1, 2, 3] as $i) {
            [$a, $b, $c] = [$corners[$i], $corners[($i + 1) % 4], $corners[($i + 2) % 4]];
            $turns[] = ($b[0] - $a[0]) * ($c[1] - $b[1]) - ($b[1] - $a[1]) * ($c[0] - $b[0]);
        }
        if (min($turns) <= 0.0) {
            throw new \InvalidArgumentException('These corners make no chart: give them one after another, clockwise from the first patch.');
        }
        [[$x0, $y0], [$x1, $y1], [$x2, $y2], [$x3, $y3]] = $corners;
        [$sx, $sy] = [$x0 - $x1 + $x2 - $x3, $y0 - $y1 + $y2 - $y3];
        [$dx1, $dy1, $dx2, $dy2] = [$x1 - $x2, $y1 - $y2, $x3 - $x2, $y3 - $y2];
        $d = $dx1 * $dy2 - $dx2 * $dy1;
        $g = ($sx * $dy2 - $dx2 * $sy) / $d;
        $h = ($dx1 * $sy - $sx * $dy1) / $d;

        return new self([$x1 - $x0 + $g * $x1, $x3 - $x0 + $h * $x3, $x0, $y1 - $y0 + $g * $y1, $y3 - $y0 + $h * $y3, $y0, $g, $h]);
    }

    /**
     * The one that comes nearest to pairs of places (by linear least squares).
     *
     * @param list<array{0: float, 1: float}> $from at least four, about as large as 1
     * @param list<array{0: float, 1: float}> $to   as many
     */
    public static function between(array $from, array $to): self
    {
        // Numbers of one size keep the sum well-conditioned.
        $scale = max([1.0, ...array_map(static fn (array $place): float => max(abs($place[0]), abs($place[1])), $to)]);
        $rows = $targets = [];
        foreach ($from as $i => [$u, $v]) {
            [$x, $y] = [$to[$i][0] / $scale, $to[$i][1] / $scale];
            array_push($rows, [$u, $v, 1.0, 6 => -$u * $x, 7 => -$v * $x], [3 => $u, 4 => $v, 5 => 1.0, 6 => -$u * $y, 7 => -$v * $y]);
            array_push($targets, $x, $y);
        }
        $m = Ridge::solve($rows, array_fill(0, \count($rows), 1.0), $targets, 8, 1e-10);

        return new self(array_map(static fn (float $value, int $i): float => $i < 6 ? $scale * $value : $value, $m, array_keys($m)));
    }

    /** @return array{0: float, 1: float} */
    public function at(float $u, float $v): array
    {
        $w = $this->m[6] * $u + $this->m[7] * $v + 1.0;

        return [($this->m[0] * $u + $this->m[1] * $v + $this->m[2]) / $w, ($this->m[3] * $u + $this->m[4] * $v + $this->m[5]) / $w];
    }
}
