<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\Bradford;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Daylight;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Colour\XyzD50;
use Tovrin\Core\Colour\XyzD65;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Reading\Region;
use Tovrin\Core\Tone\ToneZones;
use Tovrin\Tests\Core\DemoPhoto;
use Tovrin\Tests\Core\Looks;

/** Colour balance, neutralise and warmth. */
final class ToneAndCastTest extends TestCase
{
    public function testToneWeightsSumToOneAtEveryTone(): void
    {
        $light = array_map(static fn (int $i): float => $i / 500 - 0.1, range(0, 600));
        foreach ([new ToneZones(), new ToneZones(0.1, 0.3, 0.3, 0.4), new ToneZones(0.5, 0.5, 0.5, 0.5)] as $zones) {
            [$shadows, $midtones, $highlights] = $zones->weights($light);
            foreach (array_keys($light) as $i) {
                self::assertEqualsWithDelta(1.0, $shadows[$i] + $midtones[$i] + $highlights[$i], 1e-12);
                self::assertGreaterThanOrEqual(-1e-12, $midtones[$i]);
            }
        }
    }

    public function testPushingShadowsMovesNothingAboveTheirBound(): void
    {
        foreach ([true, false] as $keep) {
            $grade = Looks::of(['kind' => 'colour-balance', 'params' => ['keepLuminance' => $keep, 'shadows' => ['cyanRed' => 100, 'magentaGreen' => -100, 'yellowBlue' => 100]]]);
            foreach ([0.5, 0.6, 0.9] as $light) {
                $colour = ColourBlock::one(OkLab::class, $light, 0.01, 0.01)->in(Srgb::class)->at(0);
                self::assertEqualsWithDelta($colour, Looks::through($grade, ...$colour), 1e-9);
            }
            self::assertNotEqualsWithDelta([0.1, 0.1, 0.1], Looks::through($grade, 0.1, 0.1, 0.1), 0.01);
        }
    }

    public function testEqualPushesLeftAndRightHaveEqualSize(): void
    {
        foreach (['cyanRed', 'magentaGreen', 'yellowBlue'] as $channel => $axis) {
            $push = static fn (int $by): float => Looks::through(Looks::of(['kind' => 'colour-balance', 'params' => ['keepLuminance' => false, 'midtones' => [$axis => $by]]]), 0.5, 0.5, 0.5)[$channel] - 0.5;
            self::assertEqualsWithDelta(-$push(-60), $push(60), 1e-9);
            self::assertGreaterThan(0.1, $push(60));
        }
    }

    public function testKeepLightnessKeepsIt(): void
    {
        $grade = Looks::of(['kind' => 'colour-balance', 'params' => ['midtones' => ['yellowBlue' => 60]]]);
        $before = ColourBlock::one(Srgb::class, 0.45, 0.5, 0.4);
        $after = ColourBlock::one(Srgb::class, ...Looks::through($grade, 0.45, 0.5, 0.4));
        self::assertEqualsWithDelta($before->in(OkLab::class)->a[0], $after->in(OkLab::class)->a[0], 1e-6);
    }

    /**
     * The chromaticities of D50 and D65 as CSS Color 4 gives them (its section on CIE Lab and its sample code), for their
     * nominal temperatures times 1.4388/1.4380; to the four decimals that it has.
     */
    #[DataProvider('illuminants')]
    public function testTheDaylightLocusHasTheStandardIlluminants(float $kelvin, float $x, float $y): void
    {
        self::assertEqualsWithDelta([$x, $y], Daylight::xy($kelvin * 1.4388 / 1.4380), 1.5e-4);
    }

    /** @return iterable<string, array{float, float, float}> */
    public static function illuminants(): iterable
    {
        yield 'D50' => [5000.0, 0.3457, 0.3585];
        yield 'D65' => [6500.0, 0.3127, 0.3290];
    }

    public function testBradfordIsThatOfCssColor4(): void
    {
        // Adapted from D65 to D50, a colour has the coordinates that CSS Color 4 gives it in XYZ D50.
        $d50 = ColourBlock::of(Srgb::class, [[1.0, 1.0, 1.0]])->in(XyzD50::class)->at(0);
        $matrix = Bradford::onLinearSrgb(Bradford::srgbWhite(), $d50);
        foreach ([[0.2, 0.5, 0.9], [1.0, 0.3, 0.0], [0.7, 0.7, 0.7]] as $colour) {
            $block = ColourBlock::of(Srgb::class, [$colour]);
            self::assertEqualsWithDelta($block->in(XyzD50::class)->at(0), Bradford::apply($block->in(LinearSrgb::class), $matrix)->in(XyzD65::class)->at(0), 2e-5);
        }
    }

    public function testWarmthWarmsAndTintsTheWayItSays(): void
    {
        $through = static fn (array $params): array => Looks::through(Looks::of(['kind' => 'warmth', 'params' => $params]), 0.5, 0.5, 0.5);
        [$r, , $b] = $through(['warmth' => 50]);
        self::assertGreaterThan($b + 0.05, $r);
        [$r, , $b] = $through(['warmth' => -50]);
        self::assertGreaterThan($r + 0.05, $b);
        [$r, $g, $b] = $through(['tint' => 50]);
        self::assertGreaterThan($g + 0.02, min($r, $b), 'magenta');
        [$r, $g, $b] = $through(['tint' => -50]);
        self::assertGreaterThan(max($r, $b) + 0.02, $g, 'green');
    }

    /** A known Bradford shift of a demo photo, undone from what it made of three greys. */
    public function testASyntheticCastIsUndone(): void
    {
        $photo = DemoPhoto::named('bowl-and-vase')->raster;
        $source = Region::box($photo, 0.0, 0.0, 1.0, 1.0)->colours;
        // Held back a little from the ends of the range, so that the cast itself clips nothing.
        $source = self::scaled($source, 0.7);
        $cast = Bradford::onLinearSrgb(Daylight::white(6504.0), Daylight::white(5000.0, 0.004));
        $tinted = Bradford::apply($source->in(LinearSrgb::class), $cast)->in(Srgb::class);
        $grey = ColourBlock::of(Srgb::class, [[0.55, 0.55, 0.55]]);
        $probe = Bradford::apply($grey->in(LinearSrgb::class), $cast)->in(Srgb::class)->at(0);
        $grade = Looks::of(['kind' => 'neutralise', 'params' => ['all' => Hex::format(...$probe)]]);
        $undone = Evaluator::evaluate($grade, new Colours($tinted))->colours;
        $differences = DeltaE2000::between($source, $undone);
        self::assertLessThan(1.0, array_sum($differences) / \count($differences));
        $atProbe = ColourBlock::one(Srgb::class, ...Looks::through($grade, ...$probe));
        self::assertLessThan(0.5, DeltaE2000::between($atProbe, self::greyOf($atProbe))[0], 'neutral at the probe');
    }

    public function testBlueShadowsAndOrangeHighlightsAreUndoneInOneMove(): void
    {
        foreach ([null, '#8a8894'] as $midtones) {
            $grade = Looks::of(['kind' => 'neutralise', 'params' => ['shadows' => '#343a4a', 'midtones' => $midtones, 'highlights' => '#f0dfc4']]);
            foreach (array_filter(['#343a4a', $midtones, '#f0dfc4']) as $hex) {
                $out = ColourBlock::one(Srgb::class, ...Looks::through($grade, ...Hex::parse($hex)));
                self::assertLessThan(0.5, DeltaE2000::between($out, self::greyOf($out))[0], $hex);
                // At unchanged luminance: XYZ's Y.
                self::assertEqualsWithDelta(ColourBlock::one(Srgb::class, ...Hex::parse($hex))->in(XyzD65::class)->b[0], $out->in(XyzD65::class)->b[0], 1e-4);
            }
        }
    }

    /** The grey of the same lightness. */
    private static function greyOf(ColourBlock $colour): ColourBlock
    {
        return ColourBlock::one(OkLab::class, $colour->in(OkLab::class)->a[0], 0.0, 0.0);
    }

    private static function scaled(ColourBlock $colours, float $by): ColourBlock
    {
        $linear = array_map(static fn (int $i): array => array_map(static fn (float $v): float => $by * $v, $colours->at($i)), range(0, $colours->count() - 1));

        return ColourBlock::of($colours->space, $linear);
    }
}
