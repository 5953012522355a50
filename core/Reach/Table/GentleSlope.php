<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Table;

use Tovrin\Core\Model\Nodes;

/**
 * Makes weights on a grid as gentle as they must be, so that noise does not break up what is reached and nothing bands.
 *
 * Of all functions that are no steeper than the limit, the mean of the least one above the weights and the greatest one below
 * them strays least from them: what McShane and Whitney (1934) built to extend such functions. Where the photo has no
 * colours the weights say nothing; there it falls to 0.
 */
final readonly class GentleSlope
{
    /**
     * OKLab distance over which a weight may rise from 0 to 1 from node to node. Larger than the 0.04 that is promised,
     * since distances are measured in steps to neighbouring nodes and the slopes of three axes add up between them.
     */
    public const OVER = 0.055;
    private const BUCKETS = 64;

    /** @var array<int, float> what is lost on the way to each of the 26 neighbours, by how far it is in the box */
    private array $losses;

    /** @param array{0: int, 1: int, 2: int} $size of the box, b running fastest */
    public function __construct(private array $size)
    {
        $losses = [];
        for ($i = -1; $i <= 1; ++$i) {
            for ($j = -1; $j <= 1; ++$j) {
                for ($k = -1; $k <= 1; ++$k) {
                    if (0 !== $i || 0 !== $j || 0 !== $k) {
                        $losses[($i * $size[1] + $j) * $size[2] + $k] = sqrt(($i * Nodes::STEP[0]) ** 2 + ($j * Nodes::STEP[1]) ** 2 + ($k * Nodes::STEP[2]) ** 2) / self::OVER;
                    }
                }
            }
        }
        $this->losses = $losses;
    }

    /** Nodes along an axis that a weight of 1 needs to fall to 0, with one to spare. */
    public static function margin(int $axis): int
    {
        return (int) ceil(self::OVER / Nodes::STEP[$axis]) + 1;
    }

    /**
     * @param array<int, float> $weights of the nodes that lie near the photo's colours, by place in the box; those above 0 lie
     *                                   at least a margin away from its faces
     *
     * @return list<float> of all places of the box
     */
    public function gentle(array $weights): array
    {
        $above = $this->spread(array_filter($weights, static fn (float $w): bool => $w > 0.0), null);
        $lacking = [];
        foreach ($weights as $at => $weight) {
            if ($weight < 1.0 && $above[$at] > 0.0) {
                $lacking[$at] = 1.0 - $weight;
            }
        }
        $below = $this->spread($lacking, $above);
        $middle = [];
        foreach ($weights as $at => $weight) {
            if ($above[$at] > 0.0) {
                $middle[$at] = ($above[$at] + 1.0 - $below[$at]) / 2;
            }
        }

        return $this->spread($middle, null);
    }

    /**
     * The least function above some values that falls no faster than the limit: a hot loop.
     *
     * @param array<int, float>      $values above 0, by place
     * @param list<float>|null $within only places where this is above 0 are of interest
     *
     * @return list<float>
     */
    private function spread(array $values, ?array $within): array
    {
        $best = array_fill(0, $this->size[0] * $this->size[1] * $this->size[2], 0.0);
        $buckets = array_fill(0, self::BUCKETS + 1, []);
        foreach ($values as $at => $value) {
            $best[$at] = $value;
            $buckets[(int) ($value * self::BUCKETS)][] = $at;
        }
        $losses = $this->losses;
        // From the highest down: what a place passes on always lands in a lower bucket.
        for ($bucket = self::BUCKETS; $bucket > 0; --$bucket) {
            foreach ($buckets[$bucket] as $at) {
                $value = $best[$at];
                if ((int) ($value * self::BUCKETS) !== $bucket) {
                    continue;
                }
                foreach ($losses as $step => $loss) {
                    $left = $value - $loss;
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
