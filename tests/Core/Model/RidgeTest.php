<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Model;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Model\Ridge;
use Tovrin\Tests\Outside;

final class RidgeTest extends TestCase
{
    /** The same weights as NumPy's solver finds. */
    public function testItSolvesAsNumPyDoes(): void
    {
        $n = 9;
        $rows = $dense = $counts = $targets = [];
        for ($i = 0; $i < 60; ++$i) {
            $row = array_fill(0, $n, 0.0);
            foreach ([$i % $n, ($i * 5 + 2) % $n, ($i * 7 + 4) % $n] as $k) {
                $row[$k] = fmod($i * 0.37 + $k * 0.21, 1.0);
            }
            $dense[] = $row;
            $rows[] = array_filter($row);
            $counts[] = fmod($i * 0.61, 1.0) * 3;
            $targets[] = sin($i);
        }
        $theirs = json_decode(Outside::run(['/usr/bin/python3', 'tests/outside/ridge.py'], json_encode(['rows' => $dense, 'counts' => $counts, 'targets' => $targets, 'lambda' => 0.7], \JSON_THROW_ON_ERROR)), true, 4, \JSON_THROW_ON_ERROR);
        self::assertEqualsWithDelta($theirs, Ridge::solve($rows, $counts, $targets, $n, 0.7), 1e-9);
    }

    /** Two features that are always the same share what there is to explain; what ridge regression is for (Hoerl and Kennard 1970). */
    public function testFeaturesThatCannotBeToldApartShare(): void
    {
        $rows = [[0 => 1.0, 1 => 1.0], [0 => 0.5, 1 => 0.5], [0 => 0.25, 1 => 0.25]];
        $weights = Ridge::solve($rows, [1.0, 1.0, 1.0], [2.0, 1.0, 0.5], 2, 1e-6);
        self::assertEqualsWithDelta([1.0, 1.0], $weights, 1e-5);
    }

    public function testWhatNothingSpeaksOfStaysAtNothing(): void
    {
        self::assertSame([0.0, 0.0, 0.0], Ridge::solve([], [], [], 3, 2.0));
        self::assertSame([0.0, 0.0], Ridge::solve([[0 => 1.0]], [0.0], [5.0], 2, 2.0), 'a count of 0');
        self::assertSame([], Ridge::solve([], [], [], 0, 2.0));
    }

    /** In closed form for one feature: Σ count·x·target / (Σ count·x² + λ). */
    public function testEachFeatureHasWhatKeepsIt(): void
    {
        $weights = Ridge::solve([[0 => 2.0], [1 => 2.0]], [3.0, 3.0], [1.0, 1.0], 2, [4.0, 400.0]);
        self::assertEqualsWithDelta([6.0 / 16.0, 6.0 / 412.0], $weights, 1e-12);
    }
}
