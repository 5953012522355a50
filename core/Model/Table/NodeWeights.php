<?php

declare(strict_types=1);

namespace Tovrin\Core\Model\Table;

use Tovrin\Core\Model\Nodes;

/** What something makes of the nodes near a photo's colours, before it is made gentle. */
final readonly class NodeWeights
{
    /**
     * @param list<float> $values by node
     * @param list<float> $mass   how densely the photo's colours lie there
     * @param list<float> $wider  OKLab distance over which a weight may rise from 0 to 1 there, where that is wider than elsewhere; [] for nowhere
     * @param list<float> $firm   1 where a weight of 1 has to stay, −1 where one of 0 has to, 0 where neither; of interest where it is wider
     */
    public function __construct(public Nodes $nodes, public array $values, public array $mass, public array $wider = [], public array $firm = [])
    {
    }

    /**
     * The table of weights that follows from them.
     *
     * @param callable(float): float $ramp what a value is as a weight
     * @param float                  $over OKLab distance over which a weight may rise from 0 to 1
     * @param float                  $part of the wider distances that counts
     */
    public function table(callable $ramp, float $over, float $part = 1.0): WeightTable
    {
        $weights = array_map($ramp, $this->values);
        $places = array_map(Nodes::place(...), $this->nodes->keys);
        $low = $high = null;
        foreach ($weights as $n => $weight) {
            if ($weight > 0.0 || $part * ($this->wider[$n] ?? 0.0) > $over) {
                [$i, $j, $k] = $places[$n];
                $low = null === $low ? [$i, $j, $k] : [min($i, $low[0]), min($j, $low[1]), min($k, $low[2])];
                $high = null === $high ? [$i, $j, $k] : [max($i, $high[0]), max($j, $high[1]), max($k, $high[2])];
            }
        }
        if (null === $low || null === $high || 0.0 === max($weights)) {
            return new WeightTable([0, 0, 0], [0, 0, 0], []);
        }
        $room = [GentleSlope::margin(0, $over), GentleSlope::margin(1, $over), GentleSlope::margin(2, $over)];
        $origin = [$low[0] - $room[0], $low[1] - $room[1], $low[2] - $room[2]];
        $size = [$high[0] - $low[0] + 2 * $room[0] + 1, $high[1] - $low[1] + 2 * $room[1] + 1, $high[2] - $low[2] + 2 * $room[2] + 1];
        $known = $lying = $wider = $firm = [];
        foreach ($places as $n => [$i, $j, $k]) {
            [$i, $j, $k] = [$i - $origin[0], $j - $origin[1], $k - $origin[2]];
            if ($i >= 0 && $j >= 0 && $k >= 0 && $i < $size[0] && $j < $size[1] && $k < $size[2]) {
                $at = ($i * $size[1] + $j) * $size[2] + $k;
                $known[$at] = $weights[$n];
                $lying[$at] = $this->mass[$n];
                if ($part * ($this->wider[$n] ?? 0.0) > $over) {
                    $wider[$at] = $part * $this->wider[$n];
                    $firm[$at] = $this->firm[$n] ?? 0.0;
                }
            }
        }

        return new WeightTable($origin, $size, (new GentleSlope($size, $over, $wider))->gentle($known, $lying, $firm));
    }

    public function toBytes(): string
    {
        return pack('e*', ...$this->values, ...$this->mass, ...$this->wider, ...$this->firm);
    }

    /** @return self|null null when these are not the values of as many nodes */
    public static function fromBytes(string $bytes, Nodes $nodes): ?self
    {
        $n = $nodes->count();
        if ('' === $bytes || !\in_array(\strlen($bytes), [16 * $n, 32 * $n], true)) {
            return null;
        }
        /** @var array<int, float> $all */
        $all = unpack('e*', $bytes);

        return new self($nodes, \array_slice($all, 0, $n), \array_slice($all, $n, $n), \array_slice($all, 2 * $n, $n), \array_slice($all, 3 * $n));
    }
}
