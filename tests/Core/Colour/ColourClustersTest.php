<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Colour;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\ColourClusters;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;

final class ColourClustersTest extends TestCase
{
    public function testLightAndShadeOfOneThingAreOneFamilyAndHuesAreTwo(): void
    {
        $families = ColourClusters::of(self::shaded([[70.0, 300], [200.0, 100]]), 8, 0.035);
        self::assertCount(2, $families->centres);
        self::assertEqualsWithDelta([0.75, 0.25], $families->shares, 1e-9);
        $hues = ColourBlock::of(OkLab::class, $families->centres)->in(OkLch::class)->c;
        self::assertEqualsWithDelta([70.0, 200.0], [$hues[0], $hues[1]], 1.0);
    }

    public function testSharesSumToOneAndFallOff(): void
    {
        $families = ColourClusters::of(self::shaded([[30.0, 50], [100.0, 200], [150.0, 120], [260.0, 80], [330.0, 10]]), 10, 0.02);
        self::assertEqualsWithDelta(1.0, array_sum($families->shares), 1e-12);
        $sorted = $families->shares;
        rsort($sorted);
        self::assertSame($sorted, $families->shares);
    }

    public function testARareFamilyJoinsTheNearestOne(): void
    {
        $colours = self::shaded([[30.0, 500], [60.0, 500], [70.0, 4]]);
        self::assertGreaterThan(2, \count(ColourClusters::of($colours, 10, 0.0)->centres));
        foreach (ColourClusters::of($colours, 10, 0.02, 0.05)->shares as $share) {
            self::assertGreaterThanOrEqual(0.05, $share);
        }
    }

    public function testEachColourIsAssignedToTheFamilyAtWhoseMeanItStands(): void
    {
        $centres = [[0.5, 0.1, 0.0], [0.5, -0.1, 0.0], [0.9, 0.0, 0.0]];
        self::assertSame([0, 1, 2], ColourClusters::assign(ColourBlock::of(OkLab::class, $centres), $centres));
    }

    public function testNothingAndOneColourAreNoTrouble(): void
    {
        self::assertSame([], ColourClusters::of(ColourBlock::of(OkLab::class, []), 5)->centres);
        $one = ColourClusters::of(ColourBlock::of(OkLab::class, [[0.4, 0.02, -0.03]]), 5);
        self::assertEqualsWithDelta([[0.4, 0.02, -0.03]], $one->centres, 1e-12);
        self::assertSame([1.0], $one->shares);
    }

    public function testThinningTakesEvenly(): void
    {
        $block = new ColourBlock(OkLab::class, array_map(floatval(...), range(0, 99)), array_fill(0, 100, 0.0), array_fill(0, 100, 0.0));
        self::assertSame([5.0, 15.0, 25.0, 35.0, 45.0, 55.0, 65.0, 75.0, 85.0, 95.0], $block->thinned(10)->a);
        self::assertSame($block, $block->thinned(100));
    }

    /** @param list<array{0: float, 1: int}> $things hue and number of colours each */
    private static function shaded(array $things): ColourBlock
    {
        $colours = [];
        foreach ($things as [$hue, $count]) {
            for ($i = 0; $i < $count; ++$i) {
                $shade = $i / $count;
                $colours[] = [0.4 + 0.25 * $shade, 0.10 + 0.03 * $shade, $hue + 4.0 * sin($i)];
            }
        }

        return ColourBlock::of(OkLch::class, $colours);
    }
}
