<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

/**
 * A small picture as a tree that joins neighbouring pixels by the gentlest colour steps: a minimum spanning tree. The widest
 * step on the way along it is the least widest step of any way, so that a stroke grows over the picture in two passes.
 *
 * Source: J. B. Kruskal, Proceedings of the American Mathematical Society 7 (1956); that such a tree holds the bottleneck
 * ways is T. C. Hu, Operations Research 9 (1961).
 */
final readonly class MinimumSpanningTree
{
    /** Thresholds of the colour step at which a stroke stops growing. */
    private const GENTLEST = 0.006;
    private const WIDEST = 0.06;
    private const LEVELS = 40;

    /**
     * @param list<int>   $order   pixels, each after its parent
     * @param list<int>   $parents by place in $order: place of the parent in $order; −1 for the root
     * @param list<float> $steps   by place in $order: colour step to the parent
     */
    public function __construct(public array $order, public array $parents, public array $steps)
    {
    }

    /** @param Points $picture row by row */
    public static function of(Points $picture, int $columns): self
    {
        [$x, $y, $z] = array_map(static fn (array $plane): array => self::smoothed($plane, $columns), [$picture->x, $picture->y, $picture->z]);
        $n = \count($x);
        // Edge 2i joins a pixel to the next one, 2i + 1 to the one below.
        $lengths = [];
        for ($i = 0; $i < $n; ++$i) {
            if (($i + 1) % $columns !== 0) {
                $lengths[2 * $i] = ($x[$i + 1] - $x[$i]) ** 2 + ($y[$i + 1] - $y[$i]) ** 2 + ($z[$i + 1] - $z[$i]) ** 2;
            }
            $below = $i + $columns;
            if ($below < $n) {
                $lengths[2 * $i + 1] = ($x[$below] - $x[$i]) ** 2 + ($y[$below] - $y[$i]) ** 2 + ($z[$below] - $z[$i]) ** 2;
            }
        }
        asort($lengths);

        return self::rooted(self::spanning($lengths, $n, $columns), $n);
    }

    /**
     * The regions that hang together with some pixels, as the threshold is raised at which a colour step parts them.
     *
     * @param non-empty-list<int> $seeds pixels
     */
    public function from(array $seeds): Growth
    {
        $ratio = log(self::WIDEST / self::GENTLEST) / (self::LEVELS - 1);
        $levels = '';
        foreach ($this->widestSteps($seeds) as $step) {
            $levels .= \chr($step <= self::GENTLEST ? 0 : min(self::LEVELS, (int) ceil(log($step / self::GENTLEST) / $ratio - 1e-9)));
        }

        return new Growth($levels, self::LEVELS);
    }

    /**
     * For every pixel the widest colour step on the gentlest way to it from the seeds: a hot loop.
     *
     * @param non-empty-list<int> $seeds
     *
     * @return array<int, float>
     */
    private function widestSteps(array $seeds): array
    {
        $parents = $this->parents;
        $steps = $this->steps;
        $n = \count($parents);
        $place = array_flip($this->order);
        $best = array_fill(0, $n, \INF);
        foreach ($seeds as $seed) {
            $best[$place[$seed]] = 0.0;
        }
        for ($i = $n - 1; $i > 0; --$i) {
            $way = $best[$i] > $steps[$i] ? $best[$i] : $steps[$i];
            if ($way < $best[$parents[$i]]) {
                $best[$parents[$i]] = $way;
            }
        }
        for ($i = 1; $i < $n; ++$i) {
            $above = $best[$parents[$i]];
            $way = $above > $steps[$i] ? $above : $steps[$i];
            if ($way < $best[$i]) {
                $best[$i] = $way;
            }
        }
        $byPixel = array_fill(0, $n, 0.0);
        foreach ($this->order as $at => $pixel) {
            $byPixel[$pixel] = $best[$at];
        }

        return $byPixel;
    }

    /**
     * Mean of each pixel and its four neighbours, so that noise makes no edges.
     *
     * @param array<int, float> $plane
     *
     * @return list<float>
     */
    private static function smoothed(array $plane, int $columns): array
    {
        $n = \count($plane);
        $smooth = [];
        foreach ($plane as $i => $value) {
            $column = $i % $columns;
            $smooth[] = ($value
                + ($column > 0 ? $plane[$i - 1] : $value)
                + ($column < $columns - 1 ? $plane[$i + 1] : $value)
                + ($i >= $columns ? $plane[$i - $columns] : $value)
                + ($i + $columns < $n ? $plane[$i + $columns] : $value)) / 5;
        }

        return $smooth;
    }

    /**
     * @param array<int, float> $lengths squared, by edge, shortest first
     *
     * @return array<int, array<int, float>> neighbours in the tree with their steps, by pixel
     */
    private static function spanning(array $lengths, int $n, int $columns): array
    {
        $leader = range(0, max(0, $n - 1));
        $tree = array_fill(0, $n, []);
        foreach ($lengths as $edge => $squared) {
            $one = $edge >> 1;
            $other = $one + ($edge & 1 ? $columns : 1);
            for ($p = $one; $leader[$p] !== $p; $p = $leader[$p]) {
                $leader[$p] = $leader[$leader[$p]];
            }
            for ($q = $other; $leader[$q] !== $q; $q = $leader[$q]) {
                $leader[$q] = $leader[$leader[$q]];
            }
            if ($p !== $q) {
                $leader[$q] = $p;
                $tree[$one][$other] = $tree[$other][$one] = sqrt($squared);
            }
        }

        return $tree;
    }

    /** @param array<int, array<int, float>> $tree */
    private static function rooted(array $tree, int $n): self
    {
        $order = [0];
        $parents = [-1];
        $steps = [0.0];
        $from = [-1];
        for ($at = 0; $at < $n; ++$at) {
            $pixel = $order[$at];
            foreach ($tree[$pixel] as $next => $step) {
                if ($next !== $from[$at]) {
                    $order[] = $next;
                    $parents[] = $at;
                    $steps[] = $step;
                    $from[] = $pixel;
                }
            }
        }

        return new self($order, $parents, $steps);
    }
}
