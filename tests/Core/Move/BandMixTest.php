<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\HueBands;
use Tovrin\Core\Move\Kind\BandMix;
use Tovrin\Tests\Core\Looks;

final class BandMixTest extends TestCase
{
    public function testBandsAreCentredOnTheTwelveStepsOfTheRgbWheel(): void
    {
        $centres = HueBands::centres();
        self::assertCount(12, $centres);
        // Source: OKLCh hues of the sRGB primaries and secondaries as published in CSS Color 4's examples.
        foreach ([0 => 29.23, 2 => 109.77, 4 => 142.50, 6 => 194.77, 8 => 264.05, 10 => 328.36] as $band => $hue) {
            self::assertEqualsWithDelta($hue, fmod($centres[$band], 360.0), 0.02, array_keys(HueBands::NAMES)[$band]);
        }
        for ($i = 1; $i < 12; ++$i) {
            self::assertGreaterThan($centres[$i - 1], $centres[$i]);
        }
        self::assertLessThan($centres[0] + 360.0, $centres[11]);
    }

    public function testWeightsArePartitionOfUnityAndRaisedCosines(): void
    {
        $centres = HueBands::centres();
        $hues = range(0.0, 359.5, 0.5);
        [$bands, $weights] = HueBands::locate($hues);
        foreach ($hues as $i => $hue) {
            $start = $centres[$bands[$i]];
            $end = $bands[$i] < 11 ? $centres[$bands[$i] + 1] : $centres[0] + 360.0;
            $past = fmod($hue - $start + 720.0, 360.0);
            self::assertLessThanOrEqual($end - $start + 1e-9, $past, "hue $hue lies in its band");
            self::assertEqualsWithDelta((1.0 - cos(\M_PI * $past / ($end - $start))) / 2.0, $weights[$i], 1e-9);
        }
    }

    public function testTheSameSettingInAllBandsIsThatSettingEverywhere(): void
    {
        $mix = new BandMix(array_fill_keys(array_keys(HueBands::NAMES), ['hue' => 12.0, 'saturation' => 25.0, 'luminance' => 10.0]));
        $hues = range(0.0, 355.0, 5.0);
        $n = \count($hues);
        $out = $mix->apply(new ColourBlock(OkLch::class, array_fill(0, $n, 0.5), array_fill(0, $n, 0.12), $hues));
        for ($i = 0; $i < $n; ++$i) {
            self::assertEqualsWithDelta($hues[$i] + 12.0, $out->c[$i], 1e-9);
            self::assertEqualsWithDelta(0.15, $out->b[$i], 1e-12);
            self::assertEqualsWithDelta(0.5 + 0.1 * BandMix::LUMINANCE_SPAN, $out->a[$i], 1e-12);
        }
    }

    public function testSaturationAtMinusHundredIsExactlyGreyAndAtHundredDoubles(): void
    {
        $all = static fn (float $s): array => array_fill_keys(array_keys(HueBands::NAMES), ['saturation' => $s]);
        [$r, $g, $b] = Looks::through(Looks::of(['kind' => 'band-mix', 'params' => $all(-100)]), 0.8, 0.5, 0.1);
        self::assertEqualsWithDelta($r, $g, 1e-9);
        self::assertEqualsWithDelta($g, $b, 1e-9);
        $source = ColourBlock::one(Srgb::class, 0.5, 0.45, 0.4)->in(OkLch::class);
        $double = ColourBlock::one(Srgb::class, ...Looks::through(Looks::of(['kind' => 'band-mix', 'params' => $all(100)]), 0.5, 0.45, 0.4))->in(OkLch::class);
        self::assertEqualsWithDelta(2.0 * $source->b[0], $double->b[0], 1e-6);
        self::assertEqualsWithDelta($source->a[0], $double->a[0], 1e-6);
    }

    public function testNeutralsStayAsTheyAreWhateverIsSet(): void
    {
        $grade = Looks::of(['kind' => 'band-mix', 'params' => array_fill_keys(array_keys(HueBands::NAMES), ['hue' => 60, 'saturation' => 100, 'luminance' => 100])]);
        foreach ([0.0, 0.1, 0.5, 0.9, 1.0] as $v) {
            self::assertEqualsWithDelta([$v, $v, $v], Looks::through($grade, $v, $v, $v), 1e-6);
        }
    }

    public function testAMovedBandLeavesFarHuesAlone(): void
    {
        $grade = Looks::of(['kind' => 'band-mix', 'params' => ['orange' => ['hue' => 40, 'saturation' => -50, 'luminance' => 30]]]);
        foreach ([[0.1, 0.3, 0.8], [0.1, 0.7, 0.3], [0.6, 0.2, 0.7]] as $colour) {
            self::assertEqualsWithDelta($colour, Looks::through($grade, ...$colour), 1e-9);
        }
        self::assertNotEqualsWithDelta([0.9, 0.5, 0.1], Looks::through($grade, 0.9, 0.5, 0.1), 0.05);
    }
}
