<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Colour;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Gamut;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Tests\Outside;

final class GamutTest extends TestCase
{
    public function testLeavesColoursInsideUntouched(): void
    {
        $colours = ColourBlock::of(Srgb::class, Outside::spread());
        self::assertEquals($colours, Gamut::intoSrgb($colours));
    }

    public function testLowersChromaAtConstantLightnessAndHue(): void
    {
        $vivid = [];
        for ($hue = 0; $hue < 360; $hue += 7) {
            $vivid[] = [0.35 + 0.001 * $hue, 0.4, (float) $hue];
        }
        $wanted = ColourBlock::of(OkLch::class, $vivid);
        $got = Gamut::intoSrgb($wanted)->in(OkLch::class);
        foreach ($vivid as $i => [$light, $chroma, $hue]) {
            self::assertEqualsWithDelta($light, $got->a[$i], 1e-5, "lightness at hue $hue");
            self::assertLessThan($chroma, $got->b[$i]);
            self::assertEqualsWithDelta(0.0, sin(deg2rad($got->c[$i] - $hue)), 1e-4, "hue $hue");
            // As strong as can be: one per cent more would be outside.
            $more = ColourBlock::one(OkLch::class, $light, $got->b[$i] * 1.01, $hue)->in(Srgb::class)->at(0);
            self::assertTrue(min($more) < 0.0 || max($more) > 1.0, "hue $hue could be stronger");
        }
    }

    /** A hue of blue leaves sRGB, comes back into it and leaves it again: what counts is where it leaves first. */
    public function testWhereTheGamutIsHollowTheFirstEdgeCounts(): void
    {
        $wanted = ColourBlock::one(OkLab::class, 0.224, -0.043, -0.417);
        $got = Gamut::intoSrgb($wanted)->in(OkLab::class);
        $kept = $got->c[0] / -0.417;
        for ($share = 0.0; $share < 0.999; $share += 0.02) {
            $less = ColourBlock::one(OkLab::class, 0.224, -0.043 * $kept * $share, -0.417 * $kept * $share)->in(LinearSrgb::class)->at(0);
            self::assertTrue(min($less) > -1e-6 && max($less) < 1.0 + 1e-6, "inside at $share of it");
        }
    }

    /** culori's clampChroma does the same by its own search, to a hundredth of a level of 8 bits or so. */
    public function testItIsWhatCuloriMakesOfTheSameColours(): void
    {
        $vivid = [];
        foreach ([0.15, 0.4, 0.65, 0.9] as $light) {
            for ($hue = 0; $hue < 360; $hue += 5) {
                $vivid[] = [$light, 0.02 + 0.001 * $hue, (float) $hue];
            }
        }
        /** @var list<array{float, float, float}> $theirs */
        $theirs = json_decode(Outside::run(['node', 'tests/outside/gamut.mjs'], json_encode($vivid, \JSON_THROW_ON_ERROR)), true, 4, \JSON_THROW_ON_ERROR);
        $ours = Gamut::intoSrgb(ColourBlock::of(OkLch::class, $vivid));
        foreach ($theirs as $i => $colour) {
            self::assertEqualsWithDelta($colour, $ours->at($i), 0.001, implode(' ', $vivid[$i]));
        }
    }

    public function testLighterThanWhiteIsWhiteAndDarkerThanBlackIsBlack(): void
    {
        $out = Gamut::intoSrgb(ColourBlock::of(OkLch::class, [[1.2, 0.1, 40.0], [-0.1, 0.1, 40.0]]));
        self::assertEqualsWithDelta([1.0, 1.0, 1.0], $out->at(0), 1e-9);
        self::assertEqualsWithDelta([0.0, 0.0, 0.0], $out->at(1), 1e-9);
    }
}
