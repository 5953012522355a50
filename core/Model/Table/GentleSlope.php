<?php

declare(strict_types=1);

namespace Tovrin\Core\Model\Table;

use Tovrin\Core\Model\Nodes;

/**
 * Makes weights on a grid as gentle as they must be, so that noise does not break up what is reached and nothing bands.
 *
 * Of all functions that are no steeper than the limit, the mean of the least one above the weights and the greatest one below
 * them strays least from them: what McShane and Whitney (1934) built to extend such functions. A node that few of the photo's
 * colours lie at gives way to many others nearby that ask for the opposite. Where the photo has no colours the weights say
 * nothing; there it falls to 0.
 */
final readonly class GentleSlope
{
    private const BUCKETS = 64;
    /** A step to the next node has to lose a bucket at least. */
    public const WIDEST = 0.5;
    /** A node stands its ground when this much of what asks for the opposite around it lies right at it. */
    private const STANDS = 0.05;
    /** Nodes to each side that are "right at it", and "around it", along L, a and b. */
    private const AT = [1, 1, 1];
    private const AROUND = [3, 5, 5];

    /** @var array<int, float> OKLab distance to each of the 26 neighbours, by how far it is in the box */
    private array $lengths;
    /** What is lost over a distance of 1. */
    private float $slope;
    /** @var array<int, float> the same, at places where it is less */
    private array $gentler;

    /**
     * @param array{0: int, 1: int, 2: int} $size of the box, b running fastest
     * @param float                            $over OKLab distance over which a weight may rise from 0 to 1, at least 0.01.
     *                                               Distances are measured in steps to neighbouring nodes and the slopes of three
     *                                               axes add up between them, so that it may rise over two thirds of this.
     * @param array<int, float> $wider places where it is to take longer than that, with the distance there: counts between places that are
     *                                 both wider. Up to WIDEST.
     */
    public function __construct(private array $size, float $over, array $wider = [])
    {
        $this->slope = 1.0 / $over;
        $gentler = [];
        foreach ($wider as $at => $distance) {
            $gentler[$at] = 1.0 / max($over, min(self::WIDEST, $distance));
        }
        $this->gentler = $gentler;
        $lengths = [];
        for ($i = -1; $i <= 1; ++$i) {
            for ($j = -1; $j <= 1; ++$j) {
                for ($k = -1; $k <= 1; ++$k) {
                    if (0 !== $i || 0 !== $j || 0 !== $k) {
                        $lengths[($i * $size[1] + $j) * $size[2] + $k] = sqrt(($i * Nodes::STEP[0]) ** 2 + ($j * Nodes::STEP[1]) ** 2 + ($k * Nodes::STEP[2]) ** 2);
                    }
                }
            }
        }
        $this->lengths = $lengths;
    }

    /** Nodes along an axis that a weight of 1 needs to fall to 0, with one to spare. */
    public static function margin(int $axis, float $over): int
    {
        return (int) ceil($over / Nodes::STEP[$axis]) + 1;
    }

    /**
     * @param array<int, float> $weights of the nodes that lie near the photo's colours, by place in the box; those above 0 lie
     *                                   at least a margin away from its faces
     * @param array<int, float> $mass    how densely the photo's colours lie there
     * @param array<int, float> $firm    places that keep a weight of 1, and with −1 of 0, and what is between by how firmly
     *
     * @return array<int, float> of all places of the box
     */
    public function gentle(array $weights, array $mass, array $firm = []): array
    {
        $slack = $this->slack($weights, $mass);
        $wanted = $lacking = $middle = [];
        foreach ($weights as $at => $weight) {
            if ($weight > $slack[$at]) {
                $wanted[$at] = $weight - $slack[$at];
            }
        }
        $above = $this->spread($wanted, null);
        // What asks for the opposite counts also where what gave way would have reached.
        $near = $this->spread(array_filter($weights, static fn (float $weight): bool => $weight > 0.0), null);
        foreach ($weights as $at => $weight) {
            if ($near[$at] > 0.0 && 1.0 - $weight > $slack[$at]) {
                $lacking[$at] = 1.0 - $weight - $slack[$at];
            }
        }
        $below = $this->spread($lacking, $near);
        foreach ($weights as $at => $weight) {
            if ($above[$at] > 0.0) {
                $middle[$at] = ($above[$at] + 1.0 - $below[$at]) / 2;
            }
        }
        foreach ([1.0, -1.0] as $sign) {
            $kept = array_filter(array_map(static fn (float $firm): float => $sign * $firm, $firm), static fn (float $firm): bool => $firm > 0.0);
            foreach ([] === $kept ? [] : $this->spread($kept, null) as $at => $value) {
                if ($value > 0.0) {
                    $middle[$at] = $sign > 0.0 ? max($middle[$at] ?? 0.0, $value) : min($middle[$at] ?? 0.0, 1.0 - $value);
                }
            }
        }

        return $this->spread(array_filter($middle, static fn (float $weight): bool => $weight > 0.0), null);
    }

    /**
     * How much each node may give way: 0 where it stands for many colours, 1 where the opposite outweighs it.
     *
     * @param array<int, float> $weights
     * @param array<int, float> $mass
     *
     * @return array<int, float>
     */
    private function slack(array $weights, array $mass): array
    {
        $for = $against = array_fill(0, $this->size[0] * $this->size[1] * $this->size[2], 0.0);
        foreach ($weights as $at => $weight) {
            $for[$at] = $weight * $mass[$at];
            $against[$at] = (1.0 - $weight) * $mass[$at];
        }
        [$forAt, $againstAt] = [$this->summed($for, self::AT), $this->summed($against, self::AT)];
        [$forAround, $againstAround] = [$this->summed($for, self::AROUND), $this->summed($against, self::AROUND)];
        $slack = [];
        foreach ($weights as $at => $weight) {
            [$own, $opposite] = $weight >= 0.5 ? [$forAt[$at], $againstAround[$at]] : [$againstAt[$at], $forAround[$at]];
            // Without anything around, what is left of summing may be a hair below 0.
            $slack[$at] = $opposite <= 0.0 || $own >= self::STANDS * $opposite ? 0.0 : 1.0 - $own / (self::STANDS * $opposite);
        }

        return $slack;
    }

    /**
     * Sums over the box around each place, axis by axis: a hot loop.
     *
     * @param array<int, float>                         $values
     * @param array{0: int, 1: int, 2: int} $radius
     *
     * @return array<int, float>
     */
    private function summed(array $values, array $radius): array
    {
        [$long, $wide, $deep] = $this->size;
        foreach ([[$wide * $deep, $long, $radius[0]], [$deep, $wide, $radius[1]], [1, $deep, $radius[2]]] as [$stride, $length, $r]) {
            $sums = $values;
            $run = $stride * $length;
            for ($outer = 0, $n = \count($values); $outer < $n; $outer += $run) {
                for ($start = $outer, $past = $outer + $stride; $start < $past; ++$start) {
                    $sum = 0.0;
                    for ($i = 0; $i < $length + $r; ++$i) {
                        if ($i < $length) {
                            $sum += $values[$start + $i * $stride];
                        }
                        if ($i > 2 * $r) {
                            $sum -= $values[$start + ($i - 2 * $r - 1) * $stride];
                        }
                        if ($i >= $r) {
                            $sums[$start + ($i - $r) * $stride] = $sum;
                        }
                    }
                }
            }
            $values = $sums;
        }

        return $values;
    }

    /**
     * The least function above some values that falls no faster than the limit: a hot loop.
     *
     * @param array<int, float> $values above 0, by place
     * @param array<int, float>|null $within only places where this is above 0 are of interest
     *
     * @return array<int, float>
     */
    private function spread(array $values, ?array $within): array
    {
        $best = array_fill(0, $this->size[0] * $this->size[1] * $this->size[2], 0.0);
        $buckets = array_fill(0, self::BUCKETS + 1, []);
        foreach ($values as $at => $value) {
            $best[$at] = $value;
            $buckets[(int) ($value * self::BUCKETS)][] = $at;
        }
        [$lengths, $usual, $gentler] = [$this->lengths, $this->slope, $this->gentler];
        // From the highest down: what a place passes on always lands in a lower bucket.
        for ($bucket = self::BUCKETS; $bucket > 0; --$bucket) {
            foreach ($buckets[$bucket] as $at) {
                $value = $best[$at];
                if ((int) ($value * self::BUCKETS) !== $bucket) {
                    continue;
                }
                $slope = $gentler[$at] ?? $usual;
                foreach ($lengths as $step => $length) {
                    $other = $gentler[$at + $step] ?? $usual;
                    $left = $value - $length * ($other > $slope ? $other : $slope);
                    if ($left > 0.0 && $left > $best[$at + $step] && (null === $within || $within[$at + $step] > 0.0)) {
                        $best[$at + $step] = $left;
                        $buckets[(int) ($left * self::BUCKETS)][] = $at + $step;
                    }
                }
            }
            $buckets[$bucket] = [];
        }

        return $best;
    }
}
