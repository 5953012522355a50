<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Reach;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Reach\HeldColour;
use Tovrin\Core\Reach\HueWindow;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\Window;
use Tovrin\Core\Tone\Smooth;

final class ReachTest extends TestCase
{
    public function testSmoothStep(): void
    {
        self::assertSame(0.0, Smooth::at(-1.0));
        self::assertSame(0.0, Smooth::at(0.0));
        self::assertEqualsWithDelta(0.15625, Smooth::at(0.25), 1e-15);
        self::assertSame(0.5, Smooth::at(0.5));
        self::assertSame(1.0, Smooth::at(1.0));
        self::assertSame(1.0, Smooth::at(7.0));
    }

    /** @return iterable<string, array{HueWindow, float, float}> */
    public static function hues(): iterable
    {
        $plain = new HueWindow(40.0, 85.0, 15.0, 20.0);
        yield 'inside' => [$plain, 60.0, 1.0];
        yield 'at its start' => [$plain, 40.0, 1.0];
        yield 'at its end' => [$plain, 85.0, 1.0];
        yield 'half way down before' => [$plain, 32.5, 0.5];
        yield 'half way down after' => [$plain, 95.0, 0.5];
        yield 'at the foot' => [$plain, 105.0, 0.0];
        yield 'across the circle' => [$plain, 250.0, 0.0];
        $seam = new HueWindow(350.0, 10.0, 20.0, 20.0);
        yield 'through the seam' => [$seam, 0.0, 1.0];
        yield 'before the seam' => [$seam, 340.0, 0.5];
        yield 'after the seam' => [$seam, 20.0, 0.5];
        yield 'far from the seam' => [$seam, 180.0, 0.0];
        $hard = new HueWindow(100.0, 120.0);
        yield 'a hard edge, inside' => [$hard, 120.0, 1.0];
        yield 'a hard edge, outside' => [$hard, 120.01, 0.0];
        yield 'the whole circle' => [new HueWindow(0.0, 360.0), 359.0, 1.0];
        yield 'edges that meet take the larger' => [new HueWindow(0.0, 180.0, 180.0, 180.0), 200.0, Smooth::at(1 - 20 / 180)];
    }

    #[DataProvider('hues')]
    public function testHueWindow(HueWindow $window, float $hue, float $expected): void
    {
        self::assertEqualsWithDelta($expected, self::weight(Reach::within($window), 0.6, 0.1, $hue), 1e-6);
    }

    public function testHueFadesWhereItHasNoMeaning(): void
    {
        $reach = Reach::within(new HueWindow(0.0, 90.0));
        self::assertEqualsWithDelta(1.0, self::weight($reach, 0.5, 0.02, 45.0), 1e-9);
        self::assertEqualsWithDelta(0.5, self::weight($reach, 0.5, 0.01, 45.0), 1e-9);
        self::assertEqualsWithDelta(0.0, self::weight($reach, 0.5, 0.0, 45.0), 1e-9);
        self::assertEqualsWithDelta(1.0, self::weight(new Reach(), 0.5, 0.0, 45.0), 1e-12, 'without a hue window neutrals are reached');
    }

    public function testChromaAndLightWindowsMultiply(): void
    {
        $reach = Reach::within(null, new Window(0.05, 0.5, 0.04, 0.0), new Window(0.2, 0.6, 0.1, 0.2));
        self::assertEqualsWithDelta(1.0, self::weight($reach, 0.4, 0.1, 30.0), 1e-9);
        self::assertEqualsWithDelta(0.5, self::weight($reach, 0.4, 0.03, 30.0), 1e-9);
        self::assertEqualsWithDelta(0.5, self::weight($reach, 0.7, 0.1, 30.0), 1e-9);
        self::assertEqualsWithDelta(0.25, self::weight($reach, 0.7, 0.03, 30.0), 1e-9);
        self::assertEqualsWithDelta(0.0, self::weight($reach, 0.81, 0.1, 30.0), 1e-9);
    }

    public function testHeldColourIsCarvedOut(): void
    {
        [$l, $a, $b] = ColourBlock::one(Srgb::class, ...Hex::parse('#a34a2c'))->in(OkLab::class)->at(0);
        $reach = Reach::within(held: [new HeldColour('#a34a2c', 0.08)]);
        $at = static fn (Reach $r, float $distance): float => $r->weights(new Colours(ColourBlock::one(OkLab::class, $l + $distance, $a, $b)))[0];
        self::assertEqualsWithDelta(0.0, $at($reach, 0.0), 1e-6);
        self::assertEqualsWithDelta(0.5, $at($reach, 0.04), 1e-6);
        self::assertEqualsWithDelta(1.0, $at($reach, 0.081), 1e-6);
    }

    public function testInvertedItTakesInAllButItsWindowsAndHeldColoursStayAllTheSame(): void
    {
        $held = [new HeldColour('#4060a0', 0.08)];
        $at = static fn (bool $invert, string $hex): float => Reach::within(new HueWindow(20.0, 60.0, 10.0, 10.0), invert: $invert, held: $held)->weights(new Colours(ColourBlock::of(Srgb::class, [Hex::parse($hex)])))[0];
        self::assertEqualsWithDelta([1.0, 0.0], [$at(false, '#b06030'), $at(true, '#b06030')], 1e-9);
        self::assertEqualsWithDelta([0.0, 1.0], [$at(false, '#308040'), $at(true, '#308040')], 1e-9);
        self::assertEqualsWithDelta([0.0, 0.0], [$at(false, '#4060a0'), $at(true, '#4060a0')], 1e-6, 'held in either case');
    }

    public function testRefusesWindowsThatCannotBe(): void
    {
        foreach ([
            static fn () => new Window(0.6, 0.2),
            static fn () => new Window(0.1, 0.2, -0.1),
            static fn () => new HueWindow(0.0, 10.0, 0.0, -1.0),
            static fn () => new HeldColour('#a34a2c', 0.0),
            static fn () => new HeldColour('red', 0.1),
        ] as $i => $make) {
            try {
                $make();
                self::fail("case $i was accepted");
            } catch (\InvalidArgumentException $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
    }

    private static function weight(Reach $reach, float $light, float $chroma, float $hue): float
    {
        return $reach->weights(new Colours(ColourBlock::one(OkLch::class, $light, $chroma, $hue)))[0];
    }
}
