<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Model;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Model\MinimumSpanningTree;
use Tovrin\Core\Model\Points;

/** Strokes grow to what hangs together with them, and stop at edges. */
final class MinimumSpanningTreeTest extends TestCase
{
    private const COLUMNS = 60;
    private const ROWS = 40;

    public function testItGrowsOverAGradientAndStopsAtAnEdge(): void
    {
        // A disc that is shaded from left to right on a ground of another colour.
        $inside = static fn (int $i): bool => hypot($i % self::COLUMNS - 25, intdiv($i, self::COLUMNS) - 20) < 15.0;
        $tree = $this->tree(static fn (int $i): array => $inside($i) ? [0.3 + 0.003 * ($i % self::COLUMNS), 0.2, 0.1] : [0.5 + 0.002 * intdiv($i, self::COLUMNS), -0.1, 0.0]);
        $grown = $tree->from([20 * self::COLUMNS + 25])->surenessOfPixels();
        $in = $out = [0.0, 0];
        foreach ($grown as $i => $sure) {
            $distance = hypot($i % self::COLUMNS - 25, intdiv($i, self::COLUMNS) - 20);
            if ($distance < 13) {
                $in = [$in[0] + $sure, $in[1] + 1];
            } elseif ($distance > 17) {
                $out = [$out[0] + $sure, $out[1] + 1];
            }
        }
        self::assertGreaterThan(0.95, $in[0] / $in[1]);
        self::assertLessThan(0.05, $out[0] / $out[1]);
    }

    /** Bottleneck ways by brute force: Floyd and Warshall's algorithm with the widest step in place of the sum. */
    public function testWaysAlongTheTreeAreTheGentlest(): void
    {
        $columns = 7;
        $values = [];
        for ($i = 0; $i < 42; ++$i) {
            $values[] = fmod($i * 0.61803398875 + sin($i), 1.0) * 0.1;
        }
        $zero = array_fill(0, 42, 0.0);
        $tree = MinimumSpanningTree::of(new Points($values, $zero, $zero), $columns);
        $smooth = [];
        foreach ($values as $i => $v) {
            $x = $i % $columns;
            $smooth[] = ($v + ($x > 0 ? $values[$i - 1] : $v) + ($x < $columns - 1 ? $values[$i + 1] : $v) + ($values[$i - $columns] ?? $v) + ($values[$i + $columns] ?? $v)) / 5;
        }
        $way = array_fill(0, 42, array_fill(0, 42, \INF));
        for ($i = 0; $i < 42; ++$i) {
            $way[$i][$i] = 0.0;
            foreach ([($i + 1) % $columns > 0 ? $i + 1 : null, $i + $columns < 42 ? $i + $columns : null] as $j) {
                if (null !== $j) {
                    $way[$i][$j] = $way[$j][$i] = abs($smooth[$i] - $smooth[$j]);
                }
            }
        }
        for ($k = 0; $k < 42; ++$k) {
            for ($i = 0; $i < 42; ++$i) {
                for ($j = 0; $j < 42; ++$j) {
                    $way[$i][$j] = min($way[$i][$j], max($way[$i][$k], $way[$k][$j]));
                }
            }
        }
        // Along the tree: from each place up to the root, and the widest step where two of these meet.
        $place = array_flip($tree->order);
        $up = static function (int $pixel) use ($tree, $place): array {
            $steps = [];
            for ($at = $place[$pixel], $widest = 0.0; $at >= 0; $at = $tree->parents[$at]) {
                $steps[$at] = $widest;
                $widest = max($widest, $tree->steps[$at]);
            }

            return $steps;
        };
        for ($i = 0; $i < 42; ++$i) {
            for ($j = 0; $j < $i; ++$j) {
                $both = array_intersect_key($up($i), $up($j));
                $meeting = array_key_first($both);
                self::assertIsInt($meeting);
                self::assertEqualsWithDelta($way[$i][$j], max($up($i)[$meeting], $up($j)[$meeting]), 1e-12);
            }
        }
    }

    /** Where all steps are the same it is still one tree, of as many steps as pixels less one, and the same on every run. */
    public function testTiesMakeATreeAllTheSame(): void
    {
        // A board of two colours: every step is as wide as any other, but at the rim.
        $board = fn (): MinimumSpanningTree => $this->tree(static fn (int $i): array => [0 === ($i + intdiv($i, self::COLUMNS)) % 2 ? 0.4 : 0.6, 0.0, 0.0]);
        $tree = $board();
        $n = self::COLUMNS * self::ROWS;
        $pixels = $tree->order;
        sort($pixels);
        self::assertSame(range(0, $n - 1), $pixels, 'every pixel once');
        self::assertSame([-1], array_values(array_filter($tree->parents, static fn (int $parent): bool => $parent < 0)), 'one root');
        foreach ($tree->parents as $at => $parent) {
            self::assertLessThan(max(1, $at), $parent);
        }
        self::assertEquals($tree, $board());
    }

    public function testAPictureOfOnePixelIsItsOwnTree(): void
    {
        $tree = MinimumSpanningTree::of(new Points([0.5], [0.0], [0.0]), 1);
        self::assertSame([[0], [-1]], [$tree->order, $tree->parents]);
        self::assertSame([0.0], $tree->from([0])->surenessOfPixels());
    }

    public function testAFlatPictureGrowsNowhereForCertain(): void
    {
        $tree = $this->tree(static fn (): array => [0.5, 0.0, 0.0]);
        self::assertSame(0.0, array_sum($tree->from([0])->surenessOfPixels()), 'without an edge anywhere nothing says where it ends');
    }

    /** @param callable(int): array{0: float, 1: float, 2: float} $colour */
    private function tree(callable $colour): MinimumSpanningTree
    {
        $planes = [[], [], []];
        for ($i = 0; $i < self::COLUMNS * self::ROWS; ++$i) {
            foreach ($colour($i) as $plane => $value) {
                $planes[$plane][] = $value;
            }
        }

        return MinimumSpanningTree::of(new Points(...$planes), self::COLUMNS);
    }
}
