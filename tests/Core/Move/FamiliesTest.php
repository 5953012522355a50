<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\HueBands;
use Tovrin\Core\Move\Kind\BandMix;
use Tovrin\Core\Move\Kind\ColourBalance;
use Tovrin\Core\Move\Kind\SelectiveColour;
use Tovrin\Core\Reading\FamilyShares;
use Tovrin\Core\Tone\ToneZones;
use Tovrin\Tests\Outside;

/** What a family of colours holds is the same, asked of one colour or of a block. */
final class FamiliesTest extends TestCase
{
    public function testTheTargetsOfAColourSumToOneAndItsShares(): void
    {
        $move = new SelectiveColour(true, []);
        $colours = ColourBlock::of(Srgb::class, Outside::spread());
        $sums = array_fill(0, $colours->count(), 0.0);
        $shares = [];
        foreach (array_keys(SelectiveColour::TARGETS) as $target) {
            $weights = $move->holding($target, new Colours($colours));
            $shares[$target] = array_sum($weights) / $colours->count();
            foreach ($weights as $i => $weight) {
                $sums[$i] += $weight;
            }
        }
        self::assertEqualsWithDelta(array_fill(0, $colours->count(), 1.0), $sums, 1e-9);
        self::assertEqualsWithDelta($shares, FamilyShares::of($move, new Colours($colours)), 1e-9);
    }

    public function testABandHoldsAsMuchOfEachColourOfABlockAsOfItAloneAndNothingOfGreys(): void
    {
        $hues = [0.0, 29.2, 60.0, 109.8, 200.0, 264.0, 328.4, 359.9];
        $strong = new ColourBlock(OkLch::class, array_fill(0, \count($hues), 0.6), array_fill(0, \count($hues), 0.1), $hues);
        $grey = new ColourBlock(OkLch::class, array_fill(0, \count($hues), 0.6), array_fill(0, \count($hues), 0.0), $hues);
        foreach (array_keys(HueBands::NAMES) as $band) {
            foreach (HueBands::of($band, $strong) as $i => $weight) {
                self::assertEqualsWithDelta(HueBands::holding($hues[$i])[$band] ?? 0.0, $weight, 0.0006, "$band at {$hues[$i]}");
            }
            self::assertSame(0.0, array_sum(HueBands::of($band, $grey)));
        }
    }

    public function testTheTonesOfAColourBalanceGoWithItsBounds(): void
    {
        $colours = ColourBlock::of(Srgb::class, Outside::spread());
        $usual = FamilyShares::of(new ColourBalance([], true, new ToneZones()), new Colours($colours));
        $wide = FamilyShares::of(new ColourBalance([], true, new ToneZones(0.4, 0.7, 0.8, 0.95)), new Colours($colours));
        self::assertEqualsWithDelta(1.0, array_sum($usual), 1e-9);
        self::assertGreaterThan($usual['shadows'] + 0.05, $wide['shadows']);
        self::assertLessThan($usual['highlights'], $wide['highlights']);
        self::assertSame(array_keys(ColourBalance::families()), array_keys($usual));
    }

    public function testTheBandsOfAPhotoAreThoseOfItsStrongColours(): void
    {
        $half = FamilyShares::of(new BandMix([]), new Colours(ColourBlock::of(OkLch::class, [[0.6, 0.1, HueBands::centres()[2]], [0.6, 0.0, 0.0]])));
        self::assertSame(0.5, round($half['yellow'], 9));
        self::assertSame(0.5, round(array_sum($half), 9), 'a grey is in no band');
    }
}
