<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\Kind\Curves;
use Tovrin\Core\Move\Kind\HueCurves;

/** Where a colour lies on a curve: exactly where the curve acts on it. */
final class CurvedTest extends TestCase
{
    /** A point set at the place and height that along() gives changes nothing, and lifted it lifts this very colour. */
    public function testAPointPutWhereAColourLiesLiftsThatColour(): void
    {
        $start = ['all' => [[0.0, 0.0], [120.0, 150.0], [255.0, 255.0]], 'light' => [[0.0, 10.0], [255.0, 245.0]]];
        $colour = ColourBlock::one(Srgb::class, 0.7, 0.45, 0.2);
        $curves = new Curves($start);
        foreach (['red' => 0, 'green' => 1, 'blue' => 2] as $name => $channel) {
            ['at' => $at, 'height' => $height] = $curves->along($colour)[$name];
            self::assertEqualsWithDelta($at, $height, 1e-9, 'a channel at rest is the straight line');
            $plain = (new Curves(['all' => $start['all']]))->apply($colour)->at(0)[$channel];
            $lifted = (new Curves(['all' => $start['all'], $name => [[0.0, 0.0], [$at, $height + 20.0], [255.0, 255.0]]]))->apply($colour)->at(0)[$channel];
            self::assertEqualsWithDelta(20.0 / 255.0, $lifted - $plain, 1e-6);
        }
    }

    public function testTheLightCurveIsReadAtTheLightnessItActsOn(): void
    {
        // A saturated blue: its mean of RGB is far from its lightness.
        $colour = ColourBlock::one(Srgb::class, 0.1, 0.2, 0.9);
        ['at' => $at] = (new Curves([]))->along($colour)['light'];
        $before = $colour->in(OkLch::class)->a[0];
        self::assertEqualsWithDelta($before, (new Curves(['light' => [[0.0, 0.0], [$at, $at], [254.0, 255.0]]]))->apply($colour)->in(OkLch::class)->a[0], 1e-9, 'a point on the line there holds the colour');
        self::assertGreaterThan(10.0, abs($at - 255.0 * 1.2 / 3.0), 'and it is not the mean of RGB');
    }

    public function testHueCurvesGiveGuardsWhereNoPointKeepsTheCircleStill(): void
    {
        $colour = ColourBlock::one(OkLch::class, 0.6, 0.1, 350.0);
        $free = (new HueCurves([]))->along($colour)['saturation'];
        self::assertEqualsWithDelta([350.0, 0.0], [$free['at'], $free['height']], 1e-6);
        self::assertEqualsWithDelta([[322.0, 0.0], [18.0, 0.0]], $free['guards'], 1e-6, 'across the seam');
        $one = (new HueCurves(['saturation' => [[10.0, 40.0]]]))->along($colour)['saturation'];
        self::assertEqualsWithDelta([[322.0, 40.0]], $one['guards'], 1e-6, 'the point at 10° guards that side; the curve is flat at its height');
    }
}
