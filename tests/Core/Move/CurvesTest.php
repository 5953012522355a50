<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\Kind\Curves;
use Tovrin\Core\Move\Kind\HueCurves;
use Tovrin\Core\Move\MonotoneCurve;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

final class CurvesTest extends TestCase
{
    public function testTheCurveIsThatOfD3(): void
    {
        // Outside check: curveMonotoneX of d3-shape.
        foreach ([[[0, 0], [60, 45], [190, 210], [255, 255]], [[0, 20], [40, 20], [41, 200], [200, 180], [255, 240]], [[10, 5], [250, 245]], [[0, 255], [128, 128], [255, 0]]] as $points) {
            $at = range($points[0][0], $points[\count($points) - 1][0]);
            $theirs = json_decode(Outside::run(['node', Outside::root().'/tests/outside/monotone.mjs'], json_encode(['points' => $points, 'at' => $at], \JSON_THROW_ON_ERROR)), true, 8, \JSON_THROW_ON_ERROR);
            $ours = (new MonotoneCurve(array_map(static fn (array $p): array => [(float) $p[0], (float) $p[1]], $points)))->at(array_map(floatval(...), $at));
            self::assertEqualsWithDelta($theirs, $ours, 1e-9);
        }
    }

    public function testItNeverOvershootsAndIsFlatBeyondItsEnds(): void
    {
        $curve = new MonotoneCurve([[50.0, 10.0], [60.0, 200.0], [61.0, 201.0], [200.0, 202.0]]);
        $values = $curve->at(array_map(static fn (int $i): float => $i / 10, range(0, 2550)));
        for ($i = 1; $i < 2551; ++$i) {
            self::assertGreaterThanOrEqual($values[$i - 1] - 1e-12, $values[$i]);
        }
        self::assertSame([10.0, 202.0], [$values[0], $values[2550]]);
    }

    public function testASteeperCurveIsMoreContrast(): void
    {
        // Common practice.
        $grade = Looks::of(['kind' => 'curves', 'params' => ['all' => [[0, 0], [64, 40], [192, 215], [255, 255]]]]);
        $spread = static fn (float $p, float $q): float => Looks::through($grade, $q, $q, $q)[0] - Looks::through($grade, $p, $p, $p)[0];
        self::assertGreaterThan(0.4 * 1.2, $spread(0.3, 0.7));
    }

    public function testPointsAreMetOnTheScaleOf255(): void
    {
        $grade = Looks::of(['kind' => 'curves', 'params' => ['all' => [[0, 0], [100, 140], [255, 255]], 'red' => [[0, 0], [140, 120], [255, 255]]]]);
        self::assertEqualsWithDelta([120 / 255, 140 / 255, 140 / 255], Looks::through($grade, 100 / 255, 100 / 255, 100 / 255), 1e-9);
    }

    public function testTheLightCurveLeavesHueAndChromaAlone(): void
    {
        $grade = Looks::of(['kind' => 'curves', 'params' => ['light' => [[0, 0], [128, 150], [255, 255]]]]);
        $before = ColourBlock::one(Srgb::class, 0.5, 0.4, 0.35)->in(OkLch::class)->at(0);
        $after = ColourBlock::one(Srgb::class, ...Looks::through($grade, 0.5, 0.4, 0.35))->in(OkLch::class)->at(0);
        self::assertGreaterThan($before[0] + 0.02, $after[0]);
        self::assertEqualsWithDelta([$before[1], $before[2]], [$after[1], $after[2]], 1e-5);
        // A grey of 128 becomes the grey of 150.
        self::assertEqualsWithDelta(150 / 255, Looks::through($grade, 128 / 255, 128 / 255, 128 / 255)[1], 1e-6);
    }

    public function testWhatIsBeyondTheRangeKeepsItsDistance(): void
    {
        $curves = new Curves(['all' => [[0.0, 20.0], [255.0, 200.0]]]);
        $out = $curves->apply(ColourBlock::one(Srgb::class, 1.2, -0.1, 0.5));
        self::assertEqualsWithDelta([200 / 255 + 0.2, 20 / 255 - 0.1, 110 / 255], $out->at(0), 1e-9);
    }

    public function testHueCurvesMeetTheirPointsAndCloseWithoutASeam(): void
    {
        $curves = new HueCurves(['hue' => [[20.0, 30.0], [100.0, 0.0], [300.0, -20.0]], 'saturation' => [[180.0, 50.0]]]);
        $drawing = $curves->drawing();
        self::assertEqualsWithDelta([30.0, 0.0, -20.0], [$drawing['hue'][20], $drawing['hue'][100], $drawing['hue'][300]], 1e-9);
        self::assertEqualsWithDelta($drawing['hue'][0], $drawing['hue'][360], 1e-9);
        self::assertEqualsWithDelta($drawing['hue'][1] - $drawing['hue'][0], $drawing['hue'][360] - $drawing['hue'][359], 0.2);
        self::assertEqualsWithDelta(array_fill(0, 361, 50.0), $drawing['saturation'], 1e-9);
        self::assertSame(array_fill(0, 361, 0.0), $drawing['luminance']);
        $out = $curves->apply(ColourBlock::one(OkLch::class, 0.6, 0.1, 20.0))->at(0);
        self::assertEqualsWithDelta([0.6, 0.15, 50.0], $out, 1e-9);
        // The same hue a turn further on is the same hue.
        self::assertEqualsWithDelta(50.0 + 360.0, $curves->apply(ColourBlock::one(OkLch::class, 0.6, 0.1, 380.0))->at(0)[2], 1e-9);
    }

    public function testGuardsOnEitherSideKeepTheRestOfTheCircleStill(): void
    {
        $curves = new HueCurves(['saturation' => [[40.0, 0.0], [70.0, 60.0], [100.0, 0.0]]]);
        $values = $curves->drawing()['saturation'];
        foreach ([0, 20, 40, 100, 180, 270, 359] as $degree) {
            self::assertEqualsWithDelta(0.0, $values[$degree], 1e-9, "$degree °");
        }
        self::assertSame(60.0, max([0.0, ...$values]));
    }
}
