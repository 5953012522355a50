<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Reading;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Reading\Raster;
use Tovrin\Core\Reading\Region;

final class RegionTest extends TestCase
{
    /** 20 × 10 pixels whose red is the column and green the row. */
    private static function picture(): Raster
    {
        $rgb = '';
        for ($y = 0; $y < 10; ++$y) {
            for ($x = 0; $x < 20; ++$x) {
                $rgb .= \chr($x).\chr($y)."\0";
            }
        }

        return new Raster($rgb, 20, 10);
    }

    public function testAPointTakesItsSquare(): void
    {
        $region = Region::point(self::picture(), 0.525, 0.55, 3);
        self::assertSame([9, 10, 11, 9, 10, 11, 9, 10, 11], self::columns($region));
        self::assertFalse($region->cut);
    }

    public function testABoxTakesWhatLiesBetweenItsCornersInAnyOrder(): void
    {
        $one = Region::box(self::picture(), 0.1, 0.2, 0.3, 0.5);
        self::assertCount(4 * 3, $one->colours->a);
        self::assertEquals($one, Region::box(self::picture(), 0.3, 0.5, 0.1, 0.2));
    }

    public function testAPathTakesEachPixelUnderItOnce(): void
    {
        $there = Region::path(self::picture(), [[0.1, 0.55], [0.9, 0.55]], 1);
        self::assertSame(range(2, 18), self::columns($there));
        $andBack = Region::path(self::picture(), [[0.1, 0.55], [0.9, 0.55], [0.1, 0.55]], 1);
        self::assertEquals($there, $andBack);
    }

    public function testWhatEndsOutsideIsCutAndSaysSo(): void
    {
        $region = Region::path(self::picture(), [[0.9, 0.5], [40.0, 0.5]], 1);
        self::assertTrue($region->cut);
        self::assertSame([18, 19], self::columns($region));
        self::assertSame(0, Region::box(self::picture(), 1.2, 1.2, 1.5, 1.5)->colours->count());
        self::assertSame(0, Region::point(self::picture(), -3.0, 0.5, 5)->colours->count());
    }

    public function testALargeBoxIsThinnedEvenly(): void
    {
        $large = new Raster(str_repeat("\x40\x80\xC0", 300 * 200), 300, 200);
        $count = Region::box($large, 0.0, 0.0, 1.0, 1.0)->colours->count();
        self::assertLessThanOrEqual(Region::MOST, $count);
        self::assertGreaterThan(0.9 * Region::MOST, $count);
    }

    /** @return list<int> */
    private static function columns(Region $region): array
    {
        return array_map(static fn (float $red): int => (int) round(255 * $red), array_values($region->colours->a));
    }
}
