<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Move\Kind\Light;
use Tovrin\Core\Move\Params;

final class LightTest extends TestCase
{
    /** What a stop is: common practice. */
    public function testAStopIsTwiceTheLight(): void
    {
        foreach ([[1.0, 2.0], [-2.0, 0.25], [0.5, \M_SQRT2]] as [$stops, $times]) {
            $out = self::through(['exposure' => $stops], [0.2, 0.05, 0.11]);
            self::assertEqualsWithDelta([0.2 * $times, 0.05 * $times, 0.11 * $times], $out, 1e-9);
        }
    }

    public function testContrastLeavesThePivotAndTheEndsAndPartsWhatLiesAboutIt(): void
    {
        $pivot = Light::PIVOT / 100.0;
        foreach ([-100, -40, 40, 100] as $contrast) {
            $lightness = static fn (float $l): float => self::through(['contrast' => $contrast], array_fill(0, 3, $l ** 3))[1] ** (1 / 3);
            foreach ([0.0, $pivot, 1.0] as $still) {
                self::assertEqualsWithDelta($still, $lightness($still), 1e-6);
            }
            $step = 1e-4;
            self::assertEqualsWithDelta(2.0 ** ($contrast / 100.0), ($lightness($pivot + $step) - $lightness($pivot - $step)) / (2.0 * $step), 2e-3, 'the slope at the pivot');
        }
    }

    public function testAPointOfBlackOrWhiteIsWhereItIsPut(): void
    {
        // A quarter of the way in lightness is a point of 100.
        self::assertEqualsWithDelta(0.0, self::through(['black' => 100], array_fill(0, 3, 0.25 ** 3))[0], 1e-9);
        self::assertEqualsWithDelta(1.0, self::through(['white' => 100], array_fill(0, 3, 0.75 ** 3))[0], 1e-9);
        self::assertEqualsWithDelta(0.2 ** 3, self::through(['black' => -100], [0.0, 0.0, 0.0])[0], 1e-9, 'black is lifted to a grey of 0.25/1.25');
        self::assertEqualsWithDelta(0.8 ** 3, self::through(['white' => -100], [1.0, 1.0, 1.0])[0], 1e-9);
    }

    /** @return iterable<string, array{array<string, float|int>}> */
    public static function settings(): iterable
    {
        yield 'all of it' => [['exposure' => 1.5, 'contrast' => 80, 'black' => 60, 'white' => 40]];
        yield 'the other way' => [['exposure' => -2, 'contrast' => -100, 'black' => -100, 'white' => -100]];
        yield 'about shadows' => [['contrast' => 100, 'pivot' => 20]];
        yield 'about highlights' => [['contrast' => -70, 'pivot' => 90, 'black' => -30]];
    }

    /** @param array<string, float|int> $settings */
    #[DataProvider('settings')]
    public function testItRisesEverywhereWithoutAStep(array $settings): void
    {
        $before = -\INF;
        $last = null;
        for ($l = -0.2; $l <= 1.2; $l += 0.002) {
            $grey = self::through($settings, array_fill(0, 3, $l ** 3))[0];
            $now = $grey < 0.0 ? -((-$grey) ** (1 / 3)) : $grey ** (1 / 3);
            self::assertGreaterThan($before, $now, "at $l");
            if (null !== $last) {
                self::assertLessThan(0.03, $now - $last, "at $l");
            }
            $before = $last = $now;
        }
    }

    /** @param array<string, float|int> $settings */
    #[DataProvider('settings')]
    public function testHueStaysAndSaturationToo(array $settings): void
    {
        foreach ([[0.4, 0.15, 0.08], [0.05, 0.2, 0.3], [0.3, 0.28, 0.05]] as $colour) {
            $out = self::through($settings, $colour);
            [, $chroma, $hue] = ColourBlock::of(LinearSrgb::class, [$out])->in(OkLch::class)->at(0);
            [, , $was] = ColourBlock::of(LinearSrgb::class, [$colour])->in(OkLch::class)->at(0);
            if ($chroma > 0.01) {
                // Grey that is added in linear light turns it a little, as the eye sees it.
                self::assertLessThan(2.0, abs(fmod($hue - $was + 540.0, 360.0) - 180.0));
            }
            if (($settings['black'] ?? 0) >= 0 && $out[0] > 0.0) {
                // In proportion: what was twice the green is so still.
                self::assertEqualsWithDelta($colour[0] / $colour[1], $out[0] / $out[1], 1e-6);
            }
        }
    }

    public function testNoiseInBlackIsLiftedAsGrey(): void
    {
        [$r, $g, $b] = self::through(['black' => -100], [0.0004, 0.0001, 0.0002]);
        $grey = self::through(['black' => -100], [0.0, 0.0, 0.0])[0];
        self::assertLessThan(0.5 * $grey, max($r, $g, $b) - min($r, $g, $b));
    }

    public function testItIsDrawnAsItActs(): void
    {
        $light = Light::fromParams(new Params(['exposure' => 1, 'contrast' => 30]));
        ['light' => $line, 'pivot' => [$pivot]] = $light->drawing();
        self::assertCount(256, $line);
        $grey = $light->along(ColourBlock::one(\Tovrin\Core\Colour\Srgb::class, 100 / 255, 100 / 255, 100 / 255))['light'];
        self::assertEqualsWithDelta(100.0, $grey['at'], 1e-6);
        self::assertEqualsWithDelta($line[100], $grey['height'], 1e-6);
        // Contrast leaves the pivot where exposure has taken it.
        $exposed = Light::fromParams(new Params(['exposure' => 1]))->drawing()['light'];
        self::assertEqualsWithDelta($exposed[(int) round($pivot)], $line[(int) round($pivot)], 1.5);
    }

    /**
     * @param array<string, float|int>            $settings
     * @param array{0: float, 1: float, 2: float}|array<int, float> $colour linear sRGB
     *
     * @return array{0: float, 1: float, 2: float}
     */
    private static function through(array $settings, array $colour): array
    {
        return Light::fromParams(new Params($settings))->apply(ColourBlock::one(LinearSrgb::class, $colour[0], $colour[1], $colour[2]))->at(0);
    }
}
