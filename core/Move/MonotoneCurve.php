<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

/**
 * A smooth curve through points that never overshoots between them: monotone cubic Hermite
 * interpolation.
 *
 * Source: Fritsch & Carlson, "Monotone Piecewise Cubic Interpolation" (1980), with the slopes of
 * Steffen, "A simple method for monotonic interpolation in one dimension" (1990), which meet its
 * conditions. Beyond the end points it is flat, or, with a period, it closes on itself.
 */
final readonly class MonotoneCurve
{
    /** @var list<float> */
    private array $x;
    /** @var list<float> */
    private array $y;
    /** @var list<float> slope at each point */
    private array $slopes;

    /**
     * @param list<array{0: float, 1: float}> $points at least one, x rising strictly
     * @param float|null                      $period length after which x comes round again; null for none
     *
     * @throws \InvalidArgumentException when points are out of order or on top of each other
     */
    public function __construct(array $points, private ?float $period = null)
    {
        if ([] === $points) {
            throw new \InvalidArgumentException('A curve needs at least one point.');
        }
        foreach ($points as $i => [$x]) {
            if ($i > 0 && $x <= $points[$i - 1][0]) {
                throw new \InvalidArgumentException($x === $points[$i - 1][0]
                    ? \sprintf('two points of a curve lie on top of each other, at %g. Move or remove one.', $x)
                    : \sprintf('the points of a curve must go from left to right; %g comes after %g.', $x, $points[$i - 1][0]));
            }
        }
        if (null !== $period) {
            if ($points[\count($points) - 1][0] - $points[0][0] >= $period) {
                throw new \InvalidArgumentException(\sprintf('the first and the last point of a curve that closes lie on top of each other, at %g and %g. Remove one.', $points[0][0], $points[\count($points) - 1][0]));
            }
            // Two more points at either end, from the other side of the seam.
            $n = \count($points);
            $round = [];
            for ($i = -2; $i < $n + 2; ++$i) {
                $turn = (int) floor($i / $n);
                $point = $points[$i - $turn * $n];
                $round[] = [$point[0] + $turn * $period, $point[1]];
            }
            $points = $round;
        }
        $this->x = array_column($points, 0);
        $this->y = array_column($points, 1);
        $this->slopes = self::slopes($this->x, $this->y);
    }

    /** True when every point has this height, so that the curve is flat there. */
    public function isFlatAt(float $height): bool
    {
        foreach ($this->y as $y) {
            if ($y !== $height) {
                return false;
            }
        }

        return true;
    }

    /**
     * The curve at many places: a hot loop.
     *
     * @param array<int, float> $values
     *
     * @return array<int, float>
     */
    public function at(array $values): array
    {
        $x = $this->x;
        $y = $this->y;
        $m = $this->slopes;
        $last = \count($x) - 1;
        $period = $this->period;
        $start = $x[0];
        // Where to begin looking for the segment of a value: a table instead of a search each time.
        $buckets = 256;
        $span = max(1e-12, $x[$last] - $start);
        $first = [];
        for ($k = 0, $segment = 0; $k <= $buckets; ++$k) {
            while ($segment < $last - 1 && $x[$segment + 1] <= $start + $span * $k / $buckets) {
                ++$segment;
            }
            $first[] = $segment;
        }
        $from = $x[min(2, $last)];
        $out = [];
        $n = \count($values);
        for ($i = 0; $i < $n; ++$i) {
            $v = $values[$i];
            if (null !== $period) {
                $v -= $period * floor(($v - $from) / $period);
            }
            if ($v <= $start) {
                $out[] = $y[0];
                continue;
            }
            if ($v >= $x[$last]) {
                $out[] = $y[$last];
                continue;
            }
            $s = $first[(int) (($v - $start) / $span * $buckets)];
            while ($x[$s + 1] < $v) {
                ++$s;
            }
            $h = $x[$s + 1] - $x[$s];
            $t = ($v - $x[$s]) / $h;
            $u = 1.0 - $t;
            $out[] = $u * $u * ((1.0 + 2.0 * $t) * $y[$s] + $t * $h * $m[$s])
                + $t * $t * ((3.0 - 2.0 * $t) * $y[$s + 1] - $u * $h * $m[$s + 1]);
        }

        return $out;
    }

    /**
     * @param list<float> $x
     * @param list<float> $y
     *
     * @return list<float>
     */
    private static function slopes(array $x, array $y): array
    {
        $n = \count($x);
        if (1 === $n) {
            return [0.0];
        }
        $h = $s = [];
        for ($i = 0; $i < $n - 1; ++$i) {
            $h[] = $x[$i + 1] - $x[$i];
            $s[] = ($y[$i + 1] - $y[$i]) / $h[$i];
        }
        $slopes = array_fill(0, $n, 0.0);
        for ($i = 1; $i < $n - 1; ++$i) {
            $mean = ($s[$i - 1] * $h[$i] + $s[$i] * $h[$i - 1]) / ($h[$i - 1] + $h[$i]);
            $slopes[$i] = ($s[$i - 1] <=> 0.0) + ($s[$i] <=> 0.0) === 0 ? 0.0
                : (($s[$i - 1] <=> 0.0) + ($s[$i] <=> 0.0)) * min(abs($s[$i - 1]), abs($s[$i]), 0.5 * abs($mean));
        }
        $outermost = $s[\count($s) - 1] ?? 0.0;
        $end = static fn (float $secant, float $inner): float => (3.0 * $secant - $inner) / 2.0;
        $slopes[0] = 2 === $n ? $s[0] : $end($s[0], $slopes[1]);
        $slopes[$n - 1] = 2 === $n ? $s[0] : $end($outermost, $slopes[$n - 2] ?? 0.0);

        return array_values($slopes);
    }
}
