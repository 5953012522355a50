<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Model\Table;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Model\Nodes;
use Tovrin\Core\Model\Table\GentleSlope;
use Tovrin\Core\Model\Table\WeightTable;

/** Weights made gentle on a small box, and looked up in it. */
final class GentleSlopeTest extends TestCase
{
    private const SIZE = [17, 21, 21];
    private const OVER = 0.04;

    public function testALoneNodeKeepsItsWeightAndFallsToNothingWithinTheLimit(): void
    {
        $middle = self::place(8, 10, 10);
        $gentle = (new GentleSlope(self::SIZE, self::OVER))->gentle([$middle => 1.0], [$middle => 1.0]);
        self::assertSame(1.0, $gentle[$middle]);
        foreach ([[8, 10, 10], [8, 10, 12], [8, 13, 10], [10, 10, 10], [9, 11, 11], [8, 16, 10]] as [$i, $j, $k]) {
            $distance = sqrt((($i - 8) * Nodes::STEP[0]) ** 2 + (($j - 10) * Nodes::STEP[1]) ** 2 + (($k - 10) * Nodes::STEP[2]) ** 2);
            self::assertEqualsWithDelta(max(0.0, 1.0 - $distance / self::OVER), $gentle[self::place($i, $j, $k)], 1e-9);
        }
    }

    public function testTwoThatAskForTheOppositeMeetInTheMiddle(): void
    {
        [$one, $other] = [self::place(8, 9, 10), self::place(8, 11, 10)];
        $gentle = (new GentleSlope(self::SIZE, self::OVER))->gentle([$one => 1.0, $other => 0.0], [$one => 1.0, $other => 1.0]);
        // 0.016 apart where 0.04 is wanted for the whole way: each gives 0.3.
        self::assertEqualsWithDelta([0.7, 0.3], [$gentle[$one], $gentle[$other]], 1e-9);
    }

    public function testFewColoursGiveWayToManyNearby(): void
    {
        [$one, $other] = [self::place(8, 9, 10), self::place(8, 11, 10)];
        $slope = new GentleSlope(self::SIZE, self::OVER);
        $rare = $slope->gentle([$one => 1.0, $other => 0.0], [$one => 0.001, $other => 1.0]);
        self::assertLessThan(0.02, $rare[$other], 'the many stay put');
        $common = $slope->gentle([$one => 1.0, $other => 0.0], [$one => 1.0, $other => 0.001]);
        self::assertGreaterThan(0.98, $common[$one], 'and are not cut into by the few');
    }

    public function testNothingWantedIsNothingReached(): void
    {
        $middle = self::place(8, 10, 10);
        self::assertSame(0.0, array_sum((new GentleSlope(self::SIZE, self::OVER))->gentle([$middle => 0.0], [$middle => 1.0])));
    }

    /** Sums that are taken further by adding and taking away do not come back to 0 to the last bit. */
    public function testANodeWithNoColoursAroundGivesNoWay(): void
    {
        $place = static fn (int $i): int => (($i * 24) + 12) * 24 + 12;
        $gentle = (new GentleSlope([24, 24, 24], self::OVER))->gentle([$place(5) => 1.0, $place(6) => 1.0, $place(7) => 1.0, $place(18) => 1.0], [$place(5) => 0.4, $place(6) => 0.2, $place(7) => 0.4, $place(18) => 0.0]);
        self::assertSame(1.0, $gentle[$place(18)]);
    }

    /** Linear functions come out of a linear look-up as they went in; beyond the box there is nothing. */
    public function testATableIsLinearBetweenItsNodesAndNothingBeyond(): void
    {
        $values = [];
        foreach ([0, 1, 2] as $i) {
            foreach ([0, 1, 2] as $j) {
                foreach ([0, 1, 2] as $k) {
                    $values[] = 0.1 * $i + 0.05 * $j + 0.02 * $k;
                }
            }
        }
        $table = new WeightTable([40, 2, -3], [3, 3, 3], $values);
        $at = static fn (WeightTable $t, float $i, float $j, float $k): float => $t->at(ColourBlock::of(OkLab::class, [[(40 + $i) * Nodes::STEP[0], (2 + $j) * Nodes::STEP[1], (-3 + $k) * Nodes::STEP[2]]]))[0];
        foreach ([[0.25, 0.5, 0.75], [1.5, 1.25, 0.1], [0.01, 1.99, 1.5]] as [$i, $j, $k]) {
            self::assertEqualsWithDelta(0.1 * $i + 0.05 * $j + 0.02 * $k, $at($table, $i, $j, $k), 1e-9);
        }
        self::assertSame([0.0, 0.0], [$at($table, -0.1, 1.0, 1.0), $at($table, 1.0, 1.0, 2.3)]);
        self::assertEquals($table, WeightTable::fromBytes($table->toBytes()));
        self::assertNull(WeightTable::fromBytes(substr($table->toBytes(), 0, -3)), 'cut short');
    }

    private static function place(int $i, int $j, int $k): int
    {
        return ($i * self::SIZE[1] + $j) * self::SIZE[2] + $k;
    }
}
