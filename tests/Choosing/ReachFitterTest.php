<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Reach\Fit\Caught;
use Tovrin\Core\Reach\HueWindow;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\Window;
use Tovrin\Core\Reading\Region;
use Tovrin\Tests\Core\DemoPhoto;

final class ReachFitterTest extends TestCase
{
    /**
     * @param list<array{0: float, 1: float}> $stroke
     * @param array{0: float, 1: float}       $click
     * @param list<int>                       $others objects of which at most 2 % may be caught
     */
    #[DataProvider('thingsOnPhotos')]
    public function testOneClickAndOneDragCatchAThingAndNotTheOthers(string $photo, array $click, array $stroke, int $wanted, array $others): void
    {
        $demo = DemoPhoto::named($photo);
        $samples = self::joined(Region::point($demo->raster, $click[0], $click[1], 7)->colours, Region::path($demo->raster, $stroke, 9)->colours);
        $reach = ReachFitter::fit($samples, self::none())->reach;
        self::assertNotNull($reach);
        self::assertGreaterThanOrEqual(0.95, Caught::share($reach, $demo->objects[$wanted]));
        foreach ($others as $other) {
            self::assertLessThanOrEqual(0.02, Caught::share($reach, $demo->objects[$other]), "object $other");
        }
    }

    /** @return iterable<string, array{string, array{float, float}, list<array{float, float}>, int, list<int>}> */
    public static function thingsOnPhotos(): iterable
    {
        yield 'the bowl, not the vase nor the plaster' => ['bowl-and-vase', [0.25, 0.62], [[0.13, 0.53], [0.3, 0.72], [0.5, 0.56], [0.35, 0.48], [0.14, 0.51]], 1, [2, 3]];
        yield 'the vase, not the bowl, the plaster nor the table' => ['bowl-and-vase', [0.7, 0.4], [[0.67, 0.2], [0.6, 0.42], [0.575, 0.55], [0.63, 0.6], [0.7, 0.7], [0.76, 0.6], [0.78, 0.45]], 2, [1, 3, 4]];
        yield 'the terracotta, not the platters nor the wall' => ['platter-on-terracotta', [0.4, 0.65], [[0.285, 0.56], [0.3, 0.7], [0.47, 0.72], [0.48, 0.57], [0.4, 0.6]], 2, [1, 3]];
    }

    public function testTilesAreCaughtWithoutTheBoardBetweenThem(): void
    {
        $demo = DemoPhoto::named('tiles');
        $stroke = [[0.12, 0.2], [0.22, 0.22], [0.22, 0.45], [0.3, 0.5], [0.5, 0.52], [0.68, 0.5], [0.7, 0.7], [0.2, 0.7], [0.05, 0.7]];
        $fit = ReachFitter::fit(Region::path($demo->raster, $stroke, 9)->colours, self::none());
        self::assertNotNull($fit->reach);
        self::assertGreaterThanOrEqual(0.95, Caught::share($fit->reach, $demo->objects[1]));
    }

    public function testHoldingTheStandLetsGoOfItAndKeepsTheStainedPlatter(): void
    {
        $demo = DemoPhoto::named('platter-on-terracotta');
        $wanted = self::joined(
            Region::path($demo->raster, [[0.18, 0.45], [0.4, 0.49], [0.6, 0.44], [0.35, 0.4]], 9)->colours,
            Region::path($demo->raster, [[0.66, 0.55], [0.72, 0.66], [0.85, 0.55], [0.85, 0.35], [0.7, 0.35]], 9)->colours,
            Region::path($demo->raster, [[0.2, 0.49], [0.42, 0.535]], 9)->colours,
        );
        $held = self::joined(
            Region::path($demo->raster, [[0.3, 0.6], [0.45, 0.65], [0.35, 0.7], [0.48, 0.73]], 9)->colours,
            Region::path($demo->raster, [[0.06, 0.72], [0.2, 0.74]], 9)->colours,
        );
        $fit = ReachFitter::fit($wanted, $held);
        self::assertNotNull($fit->reach);
        self::assertLessThan(0.03, Caught::share($fit->reach, $demo->objects[2]), 'the terracotta');
        self::assertGreaterThanOrEqual(0.85, Caught::share($fit->reach, $demo->objects[1]), 'the platters');
    }

    public function testAGreySampleRestsOnLightnessAndSaysSo(): void
    {
        $fit = ReachFitter::fit(self::patch(0.7, 0.004, 240.0, 0.02, 0.003), self::none());
        self::assertNull($fit->reach?->windows->hue);
        self::assertNotNull($fit->reach?->windows->light);
        self::assertGreaterThan(0.98, $fit->wanted);
        self::assertStringContainsString('nearly grey', implode(' ', $fit->words));
        // A strong colour of the same lightness stays out.
        self::assertSame(0.0, Caught::share($fit->reach, self::patch(0.7, 0.12, 240.0, 0.0, 0.0)));
    }

    public function testHuesThatStraddleZeroGiveANarrowWindow(): void
    {
        $fit = ReachFitter::fit(self::joined(self::patch(0.6, 0.15, 352.0, 0.03, 0.01), self::patch(0.6, 0.15, 9.0, 0.03, 0.01)), self::none());
        self::assertNotNull($fit->reach?->windows->hue);
        self::assertLessThan(50.0, $fit->reach->windows->hue->width());
        self::assertSame(1.0, Caught::share($fit->reach, self::patch(0.6, 0.15, 0.5, 0.0, 0.0)));
    }

    public function testFurtherSamplesOnlyWiden(): void
    {
        $first = ReachFitter::fit(self::patch(0.6, 0.12, 70.0, 0.03, 0.01), self::none())->reach;
        $second = ReachFitter::fit(self::patch(0.4, 0.08, 95.0, 0.03, 0.01), self::none(), $first)->reach;
        self::assertNotNull($first);
        self::assertNotNull($second);
        $everywhere = self::patch(0.5, 0.1, 80.0, 0.2, 0.06, 60.0);
        $before = $first->weights(new Colours($everywhere));
        foreach ($second->weights(new Colours($everywhere)) as $i => $weight) {
            self::assertGreaterThanOrEqual(($before[$i] ?? 0.0) - 1e-9, $weight);
        }
        self::assertSame(1.0, Caught::share($second, self::patch(0.4, 0.08, 95.0, 0.0, 0.0)));
    }

    public function testAWindowIsTightenedRatherThanCarvedWhereThatSuffices(): void
    {
        $fit = ReachFitter::fit(self::patch(0.7, 0.12, 80.0, 0.03, 0.01), self::patch(0.7, 0.12, 50.0, 0.03, 0.01));
        self::assertSame([], $fit->reach?->held);
        self::assertLessThan(0.03, $fit->held);
        self::assertGreaterThan(0.95, $fit->wanted);
    }

    public function testWantedAndHeldOnTheSameSpotCarveNothingAndSaySo(): void
    {
        $spot = self::patch(0.6, 0.1, 60.0, 0.02, 0.01);
        $fit = ReachFitter::fit($spot, $spot);
        self::assertSame(1.0, round($fit->overlap, 6));
        self::assertSame([], $fit->reach?->held);
        self::assertStringContainsString('the same colours', implode(' ', $fit->words));
    }

    public function testOverlapIsToldWithItsFigure(): void
    {
        $shared = self::patch(0.6, 0.1, 60.0, 0.0, 0.0);
        $wanted = self::joined($shared, self::patch(0.6, 0.1, 100.0, 0.0, 0.0));
        $held = self::joined($shared, self::patch(0.6, 0.1, 20.0, 0.0, 0.0));
        $fit = ReachFitter::fit($wanted, $held);
        self::assertEqualsWithDelta(0.5, $fit->overlap, 1e-9);
        self::assertStringContainsString('50 % of their colours are the same', implode(' ', $fit->words));
    }

    public function testAFewStraySamplesAreLeftOut(): void
    {
        $clean = ReachFitter::fit(self::patch(0.5, 0.1, 190.0, 0.05, 0.02), self::none());
        $slipped = ReachFitter::fit(self::joined(self::patch(0.5, 0.1, 190.0, 0.05, 0.02), self::patch(0.75, 0.02, 60.0, 0.01, 0.004, 1.0, 30)), self::none());
        self::assertNotNull($slipped->reach?->windows->hue);
        self::assertEqualsWithDelta($clean->reach?->windows->hue?->width() ?? 0.0, $slipped->reach->windows->hue->width(), 3.0);
    }

    public function testScalingBroadensAndTightensAboutTheMiddle(): void
    {
        $reach = Reach::within(new HueWindow(350.0, 30.0, 10.0, 20.0), new Window(0.1, 0.2, 0.02, 0.02), new Window(0.0, 0.4, 0.0, 0.1));
        $broad = $reach->scaled(2.0);
        self::assertSame([330.0, 50.0, 20.0, 40.0], [$broad->windows->hue?->from, $broad->windows->hue?->to, $broad->windows->hue?->softFrom, $broad->windows->hue?->softTo]);
        self::assertSame([0.05, 0.25], [$broad->windows->chroma?->from, $broad->windows->chroma?->to]);
        self::assertSame(0.0, $broad->windows->light?->from, 'an open end stays open');
        self::assertEquals($reach, $broad->scaled(0.5));
        self::assertSame(1.0, $reach->scaled(4.0)->windows->light?->to, 'never beyond the axis');
    }

    /** Colours around one, spread evenly in lightness, chroma and hue. */
    private static function patch(float $light, float $chroma, float $hue, float $lightSpread, float $chromaSpread, float $hueSpread = 3.0, int $count = 400): ColourBlock
    {
        $colours = [];
        for ($i = 0; $i < $count; ++$i) {
            $at = static fn (float $step): float => 2.0 * fmod(0.5 + $i * $step, 1.0) - 1.0;
            $colours[] = [$light + $lightSpread * $at(0.8191725), max(0.0, $chroma + $chromaSpread * $at(0.6710436)), $hue + (0.0 === $lightSpread && 0.0 === $chromaSpread ? 0.0 : $hueSpread * $at(0.5497005))];
        }

        return ColourBlock::of(OkLch::class, $colours)->in(Srgb::class);
    }

    private static function none(): ColourBlock
    {
        return ColourBlock::of(Srgb::class, []);
    }

    private static function joined(ColourBlock ...$blocks): ColourBlock
    {
        $a = $b = $c = [];
        foreach ($blocks as $block) {
            array_push($a, ...$block->a);
            array_push($b, ...$block->b);
            array_push($c, ...$block->c);
        }

        return new ColourBlock(Srgb::class, $a, $b, $c);
    }

    /** An inverted reach is told what it is to leave alone, and what is held stays put all the same. */
    public function testChoosingMoreOnAnInvertedReachLeavesMoreAlone(): void
    {
        $patch = static function (string $hex): ColourBlock {
            [$l, $a, $b] = ColourBlock::of(Srgb::class, [Hex::parse($hex)])->in(OkLab::class)->at(0);
            $colours = [];
            for ($i = 0; $i < 60; ++$i) {
                $colours[] = [$l + 0.001 * ($i % 20), $a + 0.0005 * ($i % 7), $b + 0.0005 * ($i % 5)];
            }

            return ColourBlock::of(OkLab::class, $colours);
        };
        $none = ColourBlock::of(OkLab::class, []);
        [$ochre, $teal, $plaster] = [$patch('#c8922e'), $patch('#2f7f7a'), $patch('#7a5a9a')];
        $first = ReachFitter::fit($ochre, $none, Reach::within(invert: true))->reach;
        self::assertNotNull($first);
        self::assertTrue($first->invert);
        self::assertSame([0.0, 1.0], [Caught::share($first, $ochre), Caught::share($first, $teal)]);
        $more = ReachFitter::fit($teal, $none, $first)->reach;
        self::assertNotNull($more);
        self::assertSame([0.0, 0.0, 1.0], [Caught::share($more, $ochre), Caught::share($more, $teal), Caught::share($more, $plaster)], 'both are left alone, and it is not off');
        $held = ReachFitter::fit($none, $plaster, $first)->reach;
        self::assertNotNull($held);
        self::assertSame([0.0, 0.0, 1.0], [Caught::share($held, $ochre), Caught::share($held, $plaster), Caught::share($held, $teal)], 'what is held stays');
    }
}
