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
}
