<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\Gaussian;
use Tovrin\Core\Model\Points;
use Tovrin\Core\Model\Responsibilities;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Tone\Smooth;

/**
 * Where a reach would end within a gradient of its photo, a sky that passes into the sea, say, it would make an edge where
 * there is none. This finds the colours of such gradients, and how gradually weights have to change among them.
 *
 * What a move adds to the contrast is how far it moves colours, by how fast the weight changes; what moves colours far is a turn of
 * their hue, by a distance in proportion to their chroma.
 */
final readonly class Gradients
{
    /** OKLab distance over which a weight may rise from 0 to 1, for a chroma of 1; with the largest of all. */
    private const PER_CHROMA = 1.9;
    private const WIDEST = 0.3;
    /** What speaks for a colour counts from here … to here, by how close it is to being caught or left. */
    private const NEAR = 0.5;
    /** Across a pixel, what speaks for its colour changes by this much at an end of the reach. */
    private const CHANGES = 0.1;
    /** Pixels of the study that make an end, at least. */
    private const FEW = 10.0;
    /** Share of a reach's ends that lies in gradients: up to the first it ends at edges, from the second on in gradients. */
    private const ENDS_IN_GRADIENTS = [0.05, 0.35];
    /** The same: up to the first, strokes are kept whole by ending sooner; from the second on, by ending further out. */
    private const SURELY = [0.5, 0.85];
    /** How near the ends are to a stroke: this share of them is nearer. And over how much of that a weight may change that ends sooner. */
    private const NEARER = 0.1;
    private const BEYOND = 2.5;
    /** A component's colours make a gradient when half of its pixels lie in one. */
    private const HALF = 2.0;
    /** A component is meant that holds this part of what the one holds that holds most of a stroke. */
    private const MEANT = 0.25;

    /** @var list<Gaussian> */
    private array $finest;
    /** What comes before them among all components. */
    private int $first;

    /** @param Responsibilities $responsibilities of the study's nodes, by the model */
    public function __construct(private Study $study, ColourModel $model, private Responsibilities $responsibilities)
    {
        $this->finest = $model->scales[\count($model->scales) - 1]->components;
        $this->first = $model->count() - \count($this->finest);
    }

    /**
     * @param list<float>              $sums    what speaks for each node
     * @param array<array<int, float>> $strokes shares by node, below 0 for what is not wanted; oldest first
     *
     * @return list<array{0: float, 1: float}> as in Learned
     */
    public function of(array $sums, array $strokes): array
    {
        [$gradual, $all, $gradualEnds, $ends] = $this->shares($sums);
        $held = array_map($this->held(...), $strokes);
        $firm = $this->firm($held);
        $nearest = $this->nearest($held, $ends);
        $widths = array_map(fn (Gaussian $one): float => min(self::WIDEST, self::PER_CHROMA * hypot($one->mean[1], $one->mean[2]) / Points::CHROMA_SCALE, $this->room($one, $firm)), $this->finest);
        $shares = array_map(static fn (float $gradual, float $all): float => $gradual / ($all + self::FEW), $gradualEnds, $ends);
        $gradients = [];
        foreach ($this->finest as $k => $one) {
            $share = 0.0;
            foreach ($shares as $j => $other) {
                if ($other > $share && $widths[$j] > 0.0) {
                    $share = max($share, $other * (1.0 - Smooth::at(self::distance($one, $this->finest[$j]) / $widths[$j] - 0.5)));
                }
            }
            $surely = self::between($share, self::SURELY);
            $wider = min($widths[$k], self::BEYOND * $nearest / max(1e-6, 1.0 - $surely));
            $wider = round($wider * self::between($share, self::ENDS_IN_GRADIENTS) * Smooth::at(self::HALF * $gradual[$k] / max(1.0, $all[$k])), 4);
            $gradients[] = [$wider, $wider > 0.0 ? round($firm[$k] * $surely, 3) : 0.0];
        }

        return $gradients;
    }

    /**
     * How far it is from what was marked to where the reach ends: a tenth of its ends is nearer.
     *
     * @param array<list<float>> $strokes how much each component holds of them
     * @param list<float>        $ends
     */
    private function nearest(array $strokes, array $ends): float
    {
        $nearest = \INF;
        foreach ($strokes as $signed) {
            $held = array_map(abs(...), $signed);
            $middle = $this->finest[(int) array_search(max([0.0, ...$held]), $held, true)];
            $distances = array_map(static fn (Gaussian $one): float => self::distance($middle, $one), $this->finest);
            asort($distances);
            $left = self::NEARER * array_sum($ends);
            foreach ($distances as $k => $distance) {
                $left -= $ends[$k];
                if ($left <= 0.0) {
                    $nearest = min($nearest, $distance);
                    break;
                }
            }
        }

        return $nearest;
    }

    /**
     * How far it is from what is wanted to what is not, past a component.
     *
     * @param list<float> $firm
     */
    private function room(Gaussian $one, array $firm): float
    {
        $nearest = [\INF, \INF];
        foreach ($firm as $k => $sign) {
            if (abs($sign) > 0.5) {
                $side = $sign > 0.0 ? 0 : 1;
                $nearest[$side] = min($nearest[$side], self::distance($one, $this->finest[$k]));
            }
        }

        return $nearest[0] + $nearest[1];
    }

    /**
     * What was meant, and what was not; neither, where strokes disagree.
     *
     * @param array<list<float>> $strokes how much each component holds of them
     *
     * @return list<float> −1…1 by component of the finest scale
     */
    private function firm(array $strokes): array
    {
        $wanted = $left = array_map(static fn (): float => 0.0, $this->finest);
        foreach ($strokes as $held) {
            $meant = self::MEANT * max([1e-9, ...array_map(abs(...), $held)]);
            foreach ($held as $k => $share) {
                $wanted[$k] = max($wanted[$k], min(1.0, $share / $meant));
                $left[$k] = max($left[$k], min(1.0, -$share / $meant));
            }
        }

        return array_map(static fn (float $wanted, float $left): float => $wanted - $left, $wanted, $left);
    }

    /**
     * How many pixels of the study each of the finest components holds: in gradients; of all; where the reach ends in a gradient; where it ends at all.
     *
     * @param list<float> $sums
     *
     * @return array{0: list<float>, 1: list<float>, 2: list<float>, 3: list<float>}
     */
    private function shares(array $sums): array
    {
        $near = array_map(static fn (float $sum): float => max(-self::NEAR, min(self::NEAR, $sum)), $sums);
        $near[-1] = 0.0;
        [$at, $gradual, $columns, $n] = [$this->study->at, $this->study->gradual, $this->study->columns, $this->study->count()];
        $tallies = [[], [], [], []];
        for ($pixel = 2 * $columns; $pixel < $n - 2 * $columns; ++$pixel) {
            $node = $at[$pixel];
            $column = $pixel % $columns;
            if ($node < 0 || $column < 2 || $column >= $columns - 2) {
                continue;
            }
            $in = \ord($gradual[$pixel]) / 255.0;
            $tallies[0][$node] = ($tallies[0][$node] ?? 0.0) + $in;
            $tallies[1][$node] = ($tallies[1][$node] ?? 0.0) + 1.0;
            $along = $near[$at[$pixel + 2]] - $near[$at[$pixel - 2]];
            $down = $near[$at[$pixel + 2 * $columns]] - $near[$at[$pixel - 2 * $columns]];
            if ($along > self::CHANGES || $along < -self::CHANGES || $down > self::CHANGES || $down < -self::CHANGES) {
                $tallies[2][$node] = ($tallies[2][$node] ?? 0.0) + $in;
                $tallies[3][$node] = ($tallies[3][$node] ?? 0.0) + 1.0;
            }
        }

        return array_map($this->held(...), $tallies);
    }

    /**
     * @param array<int, float> $pixels by node
     *
     * @return list<float> by component of the finest scale
     */
    private function held(array $pixels): array
    {
        return \array_slice($this->responsibilities->totals($pixels, $this->first + \count($this->finest)), $this->first);
    }

    /** @param array{0: float, 1: float} $range */
    private static function between(float $value, array $range): float
    {
        return Smooth::at(($value - $range[0]) / ($range[1] - $range[0]));
    }

    private static function distance(Gaussian $one, Gaussian $other): float
    {
        return sqrt(($one->mean[0] - $other->mean[0]) ** 2 + (($one->mean[1] - $other->mean[1]) ** 2 + ($one->mean[2] - $other->mean[2]) ** 2) / Points::CHROMA_SCALE ** 2);
    }
}
