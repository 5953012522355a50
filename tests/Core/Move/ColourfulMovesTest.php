<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\GamutEdge;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Strain;
use Tovrin\Core\Move\Kind\EvenOut;
use Tovrin\Core\Move\Kind\Recolour;
use Tovrin\Core\Move\Kind\Saturation;
use Tovrin\Core\Move\Kind\SideWarmth;
use Tovrin\Core\Reach\Fit\Caught;
use Tovrin\Core\Reading\Region;
use Tovrin\Core\Reading\Spread;
use Tovrin\Tests\Choosing\ReachFitter;
use Tovrin\Tests\Core\DemoPhoto;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Saturation, recolour, even-out, side warmth and hue relief. */
final class ColourfulMovesTest extends TestCase
{
    public function testSaturationOfMinus100IsExactlyGrey(): void
    {
        $grade = Looks::of(['kind' => 'saturation', 'params' => ['saturation' => -100]]);
        foreach ([[0.9, 0.1, 0.2], [0.2, 0.6, 0.9], [0.7, 0.6, 0.1]] as $colour) {
            $out = Looks::through($grade, ...$colour);
            self::assertEqualsWithDelta([$out[0], $out[0], $out[0]], $out, 1e-7);
        }
    }

    public function testVibranceOfMinus100KeepsWarmStrongColoursLongest(): void
    {
        // Common practice.
        $left = static function (float $chroma, float $hue): float {
            $out = (new Saturation(0.0, -100.0, 0.0, 100.0, 0.0))->apply(ColourBlock::one(OkLch::class, 0.65, $chroma, $hue));

            return $out->b[0] / $chroma;
        };
        self::assertGreaterThan($left(0.03, 55.0), $left(0.13, 55.0), 'strong over weak');
        self::assertGreaterThan($left(0.05, 235.0), $left(0.05, 55.0), 'warm over cool');
        self::assertLessThan(0.3, $left(0.01, 235.0), 'weak colours go');
    }

    public function testVibranceLiftsWeakColoursMost(): void
    {
        $gain = static fn (float $chroma): float => (new Saturation(0.0, 60.0, 0.0, 100.0, 0.0))->apply(ColourBlock::one(OkLch::class, 0.6, $chroma, 240.0))->b[0] / $chroma;
        self::assertGreaterThan(1.4, $gain(0.01));
        self::assertGreaterThan($gain(0.1), $gain(0.03));
        self::assertEqualsWithDelta(1.0, $gain(0.3), 1e-9);
    }

    public function testTheGuardKeepsGreysAndTheLimitBendsSoftly(): void
    {
        $guarded = new Saturation(100.0, 0.0, 50.0, 100.0, 0.0);
        self::assertEqualsWithDelta(0.01, $guarded->apply(ColourBlock::one(OkLch::class, 0.6, 0.01, 40.0))->b[0], 0.0012);
        self::assertEqualsWithDelta(0.12, $guarded->apply(ColourBlock::one(OkLch::class, 0.6, 0.06, 40.0))->b[0], 1e-9);
        $limited = (new Saturation(0.0, 0.0, 0.0, 25.0, 0.0))->drawing()['cool'];
        for ($i = 1; $i < 65; ++$i) {
            self::assertGreaterThan($limited[$i - 1], $limited[$i], 'order is kept');
        }
        self::assertLessThan(0.1, $limited[64]);
        self::assertEqualsWithDelta(0.05, $limited[10], 1e-9, 'untouched below the knee');
    }

    public function testTheGainCurveSaysHowFarAStepOfItsSettingsCarriesIt(): void
    {
        $at = static fn (float $saturation, float $vibrance): array => (new Saturation($saturation, $vibrance, 20.0, 80.0, 0.0))->drawing();
        $drawing = $at(10.0, 30.0);
        self::assertEqualsWithDelta([0.02, 0.32], [$drawing['guard'][0], $drawing['ceiling'][0]], 1e-12);
        foreach ([8, 24, 40] as $i) {
            // A hand that goes as far as so many steps say ends up on the curve, to within how little it bends.
            self::assertEqualsWithDelta($at(25.0, 30.0)['warm'][$i], $drawing['warm'][$i] + 15.0 * $drawing['perSaturation'][$i], 0.003);
            self::assertEqualsWithDelta($at(10.0, 45.0)['warm'][$i], $drawing['warm'][$i] + 15.0 * $drawing['perVibrance'][$i], 0.003);
        }
        self::assertSame(0.0, $drawing['perVibrance'][0], 'a grey gains nothing');
    }

    public function testTheSidesOfSideWarmthLieAcrossFromEachOther(): void
    {
        ['sides' => [$warm, $cool]] = (new SideWarmth(0.0, 0.0))->drawing();
        self::assertTrue(SideWarmth::isWarm($warm));
        self::assertFalse(SideWarmth::isWarm($cool));
        self::assertSame(180.0, abs($warm - $cool));
    }

    /**
     * Towards blue the edge of sRGB runs back and forth in hue, over one degree: one hue has several edges there.
     *
     * @param array{0: float, 1: float, 2: float} $rgb
     */
    private static function hasOneEdge(array $rgb): bool
    {
        return abs(ColourBlock::one(Srgb::class, ...$rgb)->in(OkLch::class)->c[0] - 263.7) > 0.7;
    }

    public function testVibranceIsWhatItSays(): void
    {
        // Its definition, with the edge of sRGB looked for on the way from grey to each colour and beyond.
        $lch = ColourBlock::of(Srgb::class, array_values(array_filter(Outside::spread(), self::hasOneEdge(...))))->in(OkLch::class);
        $wanted = [];
        foreach ($lch->a as $i => $light) {
            [$low, $high] = [0.0, 0.5];
            for ($step = 0; $step < 30; ++$step) {
                $rgb = ColourBlock::one(OkLch::class, $light, ($low + $high) / 2, $lch->c[$i])->in(LinearSrgb::class)->at(0);
                min($rgb) < 0.0 || max($rgb) > 1.0 ? $high = ($low + $high) / 2 : $low = ($low + $high) / 2;
            }
            $share = min(1.0, $lch->b[$i] / max(0.001, $low));
            $away = abs($lch->c[$i] - 55.0 - 360.0 * round(($lch->c[$i] - 55.0) / 360.0));
            $warm = $away < 65.0 ? 0.5 + 0.5 * cos(\M_PI * $away / 65.0) : 0.0;
            $wanted[] = [$light, $lch->b[$i] * (1.0 + 0.8 * (1.0 - $share) ** 1.5 * (1.0 - 0.4 * $warm)), $lch->c[$i]];
        }
        $is = (new Saturation(0.0, 80.0, 0.0, 100.0, 0.0))->apply($lch);
        self::assertLessThan(0.1, max([0.0, ...DeltaE2000::between($is, ColourBlock::of(OkLch::class, $wanted))]));
    }

    public function testDensityDarkensStrongColoursAndLeavesGreys(): void
    {
        $dense = new Saturation(0.0, 0.0, 0.0, 100.0, 60.0);
        $light = static fn (float $chroma): float => $dense->apply(ColourBlock::one(OkLch::class, 0.6, $chroma, 40.0))->a[0];
        self::assertSame(0.6, $light(0.0));
        self::assertLessThan($light(0.05), $light(0.15));
    }

    public function testTheEdgeOfTheGamutIsWhereItIs(): void
    {
        // A colour with an empty channel, or a full one, lies on the edge: its own chroma is the most there is.
        $on = array_values(array_filter(Outside::spread(), static fn (array $rgb): bool => (0.0 === min($rgb) || 1.0 === max($rgb)) && max($rgb) - min($rgb) > 0.2 && self::hasOneEdge($rgb)));
        $lch = ColourBlock::of(Srgb::class, $on)->in(OkLch::class);
        $off = array_map(static fn (float $edge, float $own): float => abs($edge / $own - 1.0), GamutEdge::chromas($lch->a, $lch->c), $lch->b);
        sort($off);
        self::assertLessThan(0.002, end($off), 'at the very tips too');
        self::assertLessThan(0.01, GamutEdge::chromas([0.0], [40.0])[0]);
        self::assertLessThan(0.01, GamutEdge::chromas([1.0], [40.0])[0]);
    }

    /** Half of the way between a grey and a colour has the colour's hue, and no other one comes up. */
    public function testRecolourBetweenGreysAndColoursGoesThroughNoThirdHue(): void
    {
        foreach ([['#808080', '#c04030'], ['#c04030', '#808080']] as [$anchor, $target]) {
            $red = ColourBlock::of(Srgb::class, [Hex::parse('#c04030')])->in(OkLch::class)->c[0];
            foreach ([['strength' => 50, 'params' => []], ['strength' => 100, 'params' => ['chroma' => 50]], ['strength' => 25, 'params' => ['hue' => 100]]] as $how) {
                $out = Looks::through(Looks::of(['kind' => 'recolour', 'strength' => $how['strength'], 'params' => ['anchor' => $anchor, 'target' => $target] + $how['params']]), ...Hex::parse($anchor));
                [, $chroma, $hue] = ColourBlock::of(Srgb::class, [$out])->in(OkLch::class)->at(0);
                self::assertGreaterThan(0.02, $chroma);
                self::assertEqualsWithDelta($red, $hue, 3.0, "$anchor to $target at {$how['strength']}");
            }
        }
    }

    public function testNeighbouringAnchorsAndTargetsOfRecolourGiveNeighbouringResults(): void
    {
        $through = static fn (string $anchor, string $target, array $more, ColourBlock $colour): ColourBlock => Looks::exactly(Looks::of(['kind' => 'recolour', 'params' => ['anchor' => $anchor, 'target' => $target] + $more]), $colour);
        foreach ([[], ['hue' => 50], ['chroma' => 50], ['hue' => 30, 'chroma' => 70]] as $more) {
            foreach (['#808080', '#7a7a7a', '#828079', '#8f7f70', '#a08060'] as $near) {
                [$r, $g, $b] = sscanf($near, '#%02x%02x%02x') ?? [0, 0, 0];
                $beside = \sprintf('#%02x%02x%02x', $r, $g, $b + 1);
                foreach ([[0.5, 0.5, 0.5], [0.6, 0.5, 0.45], [0.35, 0.3, 0.25]] as $rgb) {
                    $colour = ColourBlock::of(Srgb::class, [$rgb]);
                    self::assertLessThan(1.5, DeltaE2000::between($through($near, '#c04030', $more, $colour), $through($beside, '#c04030', $more, $colour))[0], "anchors $near and $beside");
                    self::assertLessThan(1.5, DeltaE2000::between($through('#c04030', $near, $more, $colour), $through('#c04030', $beside, $more, $colour))[0], "targets $near and $beside");
                }
            }
        }
    }

    public function testTheAnchorLandsOnTheTarget(): void
    {
        foreach ([['#c8922e', '#8a5a86'], ['#1a5a5c', '#a03020'], ['#808080', '#3d6f8e'], ['#b0b4b0', '#c8922e']] as [$anchor, $target]) {
            $out = ColourBlock::one(Srgb::class, ...Looks::through(Looks::of(['kind' => 'recolour', 'params' => ['anchor' => $anchor, 'target' => $target]]), ...Hex::parse($anchor)));
            self::assertLessThan(0.5, DeltaE2000::between($out, ColourBlock::one(Srgb::class, ...Hex::parse($target)))[0], "$anchor to $target");
        }
    }

    public function testATargetTheScreenCannotShowIsBroughtIntoGamutAndNotRefused(): void
    {
        // A light anchor to a vivid dark blue: the anchor's light neighbours leave the gamut on the way.
        $grade = Looks::of(['kind' => 'recolour', 'params' => ['anchor' => '#d8c8a0', 'target' => '#0000ff', 'lightness' => 0]]);
        $out = Looks::through($grade, ...Hex::parse('#fff0d0'));
        self::assertGreaterThanOrEqual(0.0, min($out));
        self::assertLessThanOrEqual(1.0, max($out));
    }

    public function testKeepToneKeepsTheTextureOfTheBowl(): void
    {
        $bowl = DemoPhoto::named('bowl-and-vase')->objects[1] ?? ColourBlock::of(Srgb::class, []);
        $before = $bowl->in(OkLch::class)->a;
        $after = (new Recolour('#a8742b', '#6a4a80', keepTone: true))->apply($bowl->in(OkLch::class))->a;
        self::assertSame($before, $after);
        // Offset as a whole, the contrast between its lights and shades is the same too.
        $moved = (new Recolour('#a8742b', '#6a4a80'))->apply($bowl->in(OkLch::class))->a;
        self::assertEqualsWithDelta(max([0.0, ...$before]) - min([1.0, ...$before]), max([0.0, ...$moved]) - min([1.0, ...$moved]), 1e-9);
    }

    public function testEvenOutBringsTheTilesTogetherAndLeavesTheBoard(): void
    {
        $demo = DemoPhoto::named('tiles', inside: true);
        $stroke = [[0.12, 0.2], [0.22, 0.22], [0.22, 0.45], [0.3, 0.5], [0.5, 0.52], [0.68, 0.5], [0.7, 0.7], [0.2, 0.7], [0.05, 0.7]];
        $reach = ReachFitter::fit(Region::path($demo->raster, $stroke, 9)->colours, ColourBlock::of(Srgb::class, []))->reach;
        self::assertNotNull($reach);
        $grade = LookJson::read((string) json_encode(['tovrinLook' => 1, 'moves' => [[
            'kind' => 'even-out', 'reach' => LookWriter::reach($reach), 'params' => ['anchor' => '#45765f', 'hue' => 100, 'chroma' => 100, 'lightness' => 100],
        ]]]));
        $tiles = $demo->objects[1] ?? ColourBlock::of(Srgb::class, []);
        $all = array_fill(0, $tiles->count(), 1.0);
        self::assertLessThan(0.2, Spread::of(self::through($grade, $tiles), $all) / Spread::of($tiles, $all));
        // What does not move: whatever the reach leaves alone, exactly.
        $board = $demo->objects[2] ?? ColourBlock::of(Srgb::class, []);
        $after = self::through($grade, $board);
        self::assertLessThanOrEqual(0.02, Caught::share($reach, $board));
        $weights = $reach->weights(new Colours($board));
        $differences = DeltaE2000::between($board, $after);
        self::assertLessThan(1.0, array_sum($differences) / max(1, \count($differences)), 'the board between the tiles');
        foreach ($weights as $i => $weight) {
            if (0.0 === $weight) {
                self::assertLessThan(1e-6, $differences[$i]);
            }
        }
    }

    public function testEvenOutPullsEachByItsOwnShareTheShortWayRound(): void
    {
        $move = new EvenOut(Hex::format(...ColourBlock::one(OkLch::class, 0.6, 0.1, 10.0)->in(Srgb::class)->at(0)), 50.0, 25.0, 0.0);
        [$l, $c, $h] = $move->apply(ColourBlock::one(OkLch::class, 0.5, 0.06, 350.0))->at(0);
        self::assertSame(0.5, $l);
        self::assertEqualsWithDelta(0.07, $c, 5e-4);
        self::assertEqualsWithDelta(360.0, $h, 0.5);
    }

    /** @return iterable<string, array{float, float, float, float, float, float}> */
    public static function evening(): iterable
    {
        foreach ([[0.6, 0.1, 60.0], [0.5, 0.06, 150.0], [0.4, 0.13, 30.0], [0.8, 0.03, 80.0], [0.45, 0.3, 264.0], [0.85, 0.17, 110.0], [0.3, 0.05, 200.0]] as $anchor) {
            foreach ([[100.0, 0.0, 0.0], [0.0, 100.0, 0.0], [0.0, 0.0, 100.0], [100.0, 100.0, 100.0], [80.0, 60.0, 25.0]] as $pulls) {
                yield implode(' ', [...$anchor, 'by', ...$pulls]) => [...$anchor, ...$pulls];
            }
        }
    }

    #[DataProvider('evening')]
    public function testEvenOutTearsNoNeighboursApart(float $light, float $chroma, float $hue, float $byHue, float $byChroma, float $byLight): void
    {
        $anchor = Hex::format(...ColourBlock::one(OkLch::class, $light, $chroma, $hue)->in(Srgb::class)->at(0));
        $move = new EvenOut($anchor, $byHue, $byChroma, $byLight, EvenOut::NEAR);
        $opposite = array_map(static fn (int $i): array => [$light, $chroma, $hue + 170.0 + 0.1 * $i], range(0, 200));
        $colours = ColourBlock::joined([ColourBlock::of(Srgb::class, Outside::spread())->in(OkLab::class), ColourBlock::of(OkLch::class, $opposite)->in(OkLab::class)]);
        $strain = Strain::ofMap(static fn (ColourBlock $lab): ColourBlock => $move->apply($lab->in(OkLch::class)), $colours);
        self::assertLessThan(3.0, max([0.0, ...$strain->stretch()]));
        // And it does what it is there for: what is near comes together.
        $near = $move->apply(ColourBlock::one(OkLch::class, $light + 0.03, $chroma + 0.02, $hue + 25.0))->at(0);
        self::assertLessThanOrEqual(25.0 * (1.08 - $byHue / 100.0), abs($near[2] - $hue));
    }

    public function testTheWarmSideWarmsAndTheCoolSideCoolsApart(): void
    {
        $orange = [0.75, 0.5, 0.3];
        $blue = [0.25, 0.45, 0.7];
        $warm = Looks::of(['kind' => 'side-warmth', 'params' => ['warm' => 60]]);
        $cool = Looks::of(['kind' => 'side-warmth', 'params' => ['cool' => -60]]);
        self::assertGreaterThan(0.02, self::warming($warm, ...$orange));
        self::assertEqualsWithDelta(0.0, self::warming($warm, ...$blue), 0.006);
        self::assertLessThan(-0.02, self::warming($cool, ...$blue));
        self::assertEqualsWithDelta(0.0, self::warming($cool, ...$orange), 0.006);
    }

    public function testHueReliefLightensOneHueAndDarkensItsOppositeAlike(): void
    {
        $grade = Looks::of(['kind' => 'hue-relief', 'params' => ['hue' => 60, 'amount' => 50]]);
        $light = static fn (float $hue): float => ColourBlock::one(Srgb::class, ...Looks::through($grade, ...ColourBlock::one(OkLch::class, 0.6, 0.06, $hue)->in(Srgb::class)->at(0)))->in(OkLab::class)->a[0];
        self::assertEqualsWithDelta(0.636, $light(60.0), 1e-4);
        self::assertEqualsWithDelta(0.564, $light(240.0), 1e-4);
        self::assertEqualsWithDelta(0.6, $light(150.0), 1e-4);
    }

    /** How far a grade moves a colour along the warm–cool line of OKLab. */
    private static function warming(Grade $grade, float $r, float $g, float $b): float
    {
        $lab = ColourBlock::of(Srgb::class, [[$r, $g, $b], Looks::through($grade, $r, $g, $b)])->in(OkLab::class);

        return 0.5 * ($lab->b[1] - $lab->b[0]) + 0.866 * ($lab->c[1] - $lab->c[0]);
    }

    private static function through(Grade $grade, ColourBlock $colours): ColourBlock
    {
        return Evaluator::evaluate($grade, new Colours($colours))->colours;
    }
}
