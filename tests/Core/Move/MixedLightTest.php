<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Colour\XyzD65;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Grade\Trouble;
use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\Grain;
use Tovrin\Core\Model\Mixture;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Move\Kind\Neutralise;
use Tovrin\Core\Move\NeutralProbe;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Move\PhotoPots;
use Tovrin\Core\Reading\CastLeft;
use Tovrin\Core\Reading\Checks;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Core\Reading\NeutralPlaces;
use Tovrin\Core\Reading\Pots;
use Tovrin\Core\Reading\Raster;
use Tovrin\Core\Reading\Reading;
use Tovrin\Core\Reading\Region;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Neutral by probes where lights mix. */
final class MixedLightTest extends TestCase
{
    public function testOneProbeComesOutNeutralAtItsLuminanceAndTakesItsNeighboursAlong(): void
    {
        $grade = Looks::of(['kind' => 'neutralise', 'params' => ['probes' => [['colour' => '#dcb999']]]]);
        $probe = ColourBlock::of(Srgb::class, [Hex::parse('#dcb999')]);
        $after = Looks::exactly($grade, $probe);
        self::assertEqualsWithDelta(0.0, $after->in(OkLch::class)->b[0], 1e-4);
        self::assertEqualsWithDelta($probe->in(XyzD65::class)->b[0], $after->in(XyzD65::class)->b[0], 1e-3);
    }

    public function testTwoLightsAreBothTakenOutWhereOneAdaptationCannot(): void
    {
        $probes = ['#dcb999', '#ced9ea'];
        $both = Looks::of(['kind' => 'neutralise', 'params' => ['probes' => array_map(static fn (string $c): array => ['colour' => $c], $probes)]]);
        $one = Looks::of(['kind' => 'neutralise', 'params' => ['all' => $probes[0]]]);
        $colours = ColourBlock::of(Srgb::class, array_map(Hex::parse(...), $probes));
        self::assertLessThan(0.012, max(0.0, ...Looks::exactly($both, $colours)->in(OkLch::class)->b));
        self::assertGreaterThan(0.05, max(0.0, ...Looks::exactly($one, $colours)->in(OkLch::class)->b));
    }

    public function testStrongColoursGetTheLightAsAWholeAndStayColoured(): void
    {
        $look = static fn (string $light): Grade => Looks::of(['kind' => 'neutralise', 'params' => ['probes' => [['colour' => '#dcb999'], ['colour' => '#ced9ea']], 'light' => $light]]);
        $strong = ColourBlock::of(OkLch::class, [[0.5, 0.16, 25.0], [0.6, 0.14, 150.0], [0.45, 0.15, 265.0]])->in(Srgb::class);
        // Under a light that is neutral as a whole they stay nearly what they are: the probes' own mean counts a quarter.
        $plain = Looks::exactly($look('#b4b4b4'), $strong)->in(OkLch::class);
        $warm = Looks::exactly($look('#c4b09c'), $strong)->in(OkLab::class);
        foreach ([25.0, 150.0, 265.0] as $i => $hue) {
            self::assertEqualsWithDelta($hue, $plain->c[$i], 4.0);
            self::assertGreaterThan(0.1, hypot($warm->b[$i], $warm->c[$i]), 'never turned grey');
            self::assertLessThan($plain->in(OkLab::class)->c[$i], $warm->c[$i], 'a warm light is taken out of them too');
        }
    }

    public function testItHasNoBands(): void
    {
        $grade = Looks::of(['kind' => 'neutralise', 'params' => ['probes' => [['colour' => '#dcb999'], ['colour' => '#ced9ea'], ['colour' => '#dbd9df'], ['colour' => '#5a5048']], 'light' => '#b4b0ae']]);
        $line = ColourBlock::of(OkLab::class, array_map(static fn (int $i): array => [0.75, 0.00005 * ($i - 800), 0.0001 * ($i - 800)], range(0, 1600)))->in(Srgb::class);
        $after = Looks::exactly($grade, $line)->in(OkLab::class);
        $most = $jerk = 0.0;
        $before = null;
        for ($i = 1; $i <= 1600; ++$i) {
            $step = sqrt(($after->a[$i] - $after->a[$i - 1]) ** 2 + ($after->b[$i] - $after->b[$i - 1]) ** 2 + ($after->c[$i] - $after->c[$i - 1]) ** 2) / hypot(0.00005, 0.0001);
            $most = max($most, $step);
            $jerk = max($jerk, null === $before ? 0.0 : abs($step - $before));
            $before = $step;
        }
        self::assertLessThan(3.0, $most, 'nothing is torn apart');
        self::assertLessThan(0.05, $jerk, 'and nowhere does it begin at once');
    }

    /** The demo photo of bisque ware: the mean OKLCh chroma is 0.35 of the source's or less with four probes where people would point. */
    public function testFourProbesTakeTheColourOutOfWhiteWareUnderTwoLights(): void
    {
        $raster = self::raster('demo/photos/bisque-by-the-window.jpg', 900);
        foreach ([NeutralPlaces::of($raster, 4), [[0.25, 0.42], [0.97, 0.3], [0.6, 0.45], [0.78, 0.3]]] as $places) {
            $colours = self::colours($raster);
            $after = Looks::exactly(self::grade($raster, $places), $colours);
            self::assertLessThan(0.35, array_sum($after->in(OkLch::class)->b) / array_sum($colours->in(OkLch::class)->b));
        }
    }

    /** A scene rendered once under window and lamp, once under white light: what is coloured comes out in the hue it has there. */
    public function testColouredThingsComeOutAsUnderWhiteLight(): void
    {
        $mixed = self::raster('tests/scenes/photos/mixed-light.jpg', 900);
        $white = self::colours(self::raster('tests/scenes/photos/mixed-light-white.jpg', 900))->in(OkLab::class);
        $mask = new \Imagick(Outside::root().'/tests/scenes/masks/mixed-light.png');
        $mask->setImageFormat('gray');
        $labels = $mask->getImageBlob();
        $after = Looks::exactly(self::grade($mixed, NeutralPlaces::of($mixed, 4)), self::colours($mixed))->in(OkLab::class);
        foreach (['teal jar', 'ochre bowl', 'rose cups', 'green plate'] as $object => $name) {
            $sums = [0.0, 0.0, 0.0, 0.0];
            for ($i = 0, $n = \strlen($labels); $i < $n; ++$i) {
                if (\ord($labels[$i]) === 40 * ($object + 1)) {
                    $sums = [$sums[0] + $after->b[$i], $sums[1] + $after->c[$i], $sums[2] + $white->b[$i], $sums[3] + $white->c[$i]];
                }
            }
            $turned = rad2deg(atan2($sums[1], $sums[0]) - atan2($sums[3], $sums[2]));
            self::assertLessThan(3.0, abs($turned - 360.0 * round($turned / 360.0)), $name);
        }
    }

    /** The same scene, pixel by pixel: what a lamp and a window have made of one thing goes back to one hue. */
    public function testWhatTwoLightsHaveMadeOfOneThingGoesBackToOneHue(): void
    {
        $mixed = self::raster('tests/scenes/photos/mixed-light.jpg', 900);
        $white = self::colours(self::raster('tests/scenes/photos/mixed-light-white.jpg', 900))->in(OkLab::class);
        $mask = new \Imagick(Outside::root().'/tests/scenes/masks/mixed-light.png');
        $mask->setImageFormat('gray');
        $labels = $mask->getImageBlob();
        $coloured = array_values(array_filter(array_keys($white->a), static fn (int $i): bool => 0 === $i % 5 && \in_array(\ord($labels[$i] ?? "\0"), [40, 80, 120, 160], true) && hypot($white->b[$i], $white->c[$i]) > 0.04)) ?: [0];
        $colours = self::colours($mixed);
        $study = self::study($mixed);
        $pots = Pots::of($study);
        $kind = self::grade($mixed, NeutralPlaces::of($mixed, 4))->moves[0]->kind;
        self::assertInstanceOf(Neutralise::class, $kind);
        $knowing = $kind->knowing(PhotoPots::of($pots->families($study), $pots->names));
        self::assertGreaterThan(0.0, $knowing->things);
        // As it is read from a file.
        $read = LookJson::read(LookWriter::write(new Grade([new Move($knowing, id: 'm1')])));
        $off = static function (Grade $grade) use ($colours, $white, $coloured): array {
            $after = Looks::exactly($grade, ColourBlock::of(Srgb::class, array_map($colours->at(...), $coloured)))->in(OkLab::class);
            $turns = array_map(static function (int $k, int $i) use ($after, $white): float {
                $turn = rad2deg(atan2($after->c[$k], $after->b[$k]) - atan2($white->c[$i], $white->b[$i]));

                return abs($turn - 360.0 * round($turn / 360.0));
            }, array_keys($coloured), $coloured);
            sort($turns);

            return [array_sum($turns) / \count($turns), $turns[(int) (0.9 * \count($turns))]];
        };
        [$mean, $most] = $off(new Grade([new Move($kind)]));
        [$less, $least] = $off($read);
        self::assertLessThan(0.6 * $mean, $less, 'degrees of hue, on average');
        self::assertLessThan(0.6 * $most, $least, 'and what nine in ten stay within');
        $findings = Checks::of($read, $colours->thinned(2000), Grain::ofPlainParts($mixed->rgb, $mixed->width, $mixed->height));
        self::assertSame(0.0, Checks::shareOf($findings, Trouble::Torn), 'nothing is torn for it');
    }

    public function testOneLightLeavesColouredThingsAsTheyAre(): void
    {
        $raster = self::raster('tests/scenes/photos/mixed-light-white.jpg', 600);
        $study = self::study($raster);
        $pots = Pots::of($study);
        $one = (new Neutralise(null, null, null, null, [new NeutralProbe('#c8c4c0'), new NeutralProbe('#8f8c89')]))->knowing(PhotoPots::of($pots->families($study), $pots->names));
        $plain = new Neutralise(null, null, null, null, $one->probes);
        $teal = ColourBlock::of(Srgb::class, [[0.2, 0.5, 0.5], [0.7, 0.5, 0.2]]);
        self::assertEquals(Looks::exactly(new Grade([new Move($plain)]), $teal), Looks::exactly(new Grade([new Move($one)]), $teal));
    }

    /** White ware under window and lamp: places in the one light say nothing of the other. */
    public function testWhatNoPlaceSpeaksForIsFoundAndAPlaceThereHelps(): void
    {
        $raster = self::raster('demo/photos/bisque-by-the-window.jpg', 900);
        $colours = ColourSample::of($raster->rgb, $raster->width, $raster->height)->colours();
        [$x, $y] = ColourSample::places($raster->width, $raster->height);
        $left = static function (array $places) use ($raster, $colours): ?CastLeft {
            /** @var list<array{0: float, 1: float}> $places */
            return CastLeft::of($colours, Looks::exactly(self::grade($raster, $places), $colours));
        };
        $all = NeutralPlaces::of($raster, 4);
        $one = [[0.25, 0.42], [0.27, 0.42]];
        $found = $left($one);
        self::assertNotNull($found);
        self::assertGreaterThan(0.25, $found->share);
        $more = $left([...$one, [$x[$found->at], $y[$found->at]]]);
        self::assertLessThan(0.75 * $found->share, $more->share ?? 0.0);
        self::assertNull($left($all), 'four places speak for all of it');
        self::assertNull(CastLeft::of($colours, ColourBlock::of(Srgb::class, array_fill(0, $colours->count(), [0.5, 0.5, 0.5]))));
    }

    public function testFittedToAnotherPhotoAProbeGoesToThatPhotosWhite(): void
    {
        $made = new Neutralise(null, '#404040', null, null, [new NeutralProbe('#dcb999', [0.2, 0.3])]);
        $there = array_map(static fn (int $i): array => [0.78 + 0.02 * sin($i), 0.01 + 0.004 * cos($i), 0.045 + 0.004 * sin(2 * $i)], range(1, 500));
        $fitted = $made->fitted(ColourBlock::of(OkLab::class, $there));
        self::assertEqualsWithDelta([0.78, 0.01, 0.045], ColourBlock::of(Srgb::class, [Hex::parse($fitted->probes[0]->colour)])->in(OkLab::class)->at(0), 0.006);
        self::assertNull($fitted->probes[0]->at, 'it was read on the other photo');
        self::assertSame('#404040', $fitted->shadows);
        self::assertNotNull($fitted->light);
        self::assertEquals($fitted->params(), Neutralise::fromParams(new Params($fitted->params()))->params());
        // Where nothing is like it, it stays.
        self::assertSame('#dcb999', $made->fitted(ColourBlock::of(OkLab::class, [[0.3, 0.2, -0.2]]))->probes[0]->colour);
    }

    public function testAProbeInTheDarkIsRefusedByName(): void
    {
        $this->expectException(FormatError::class);
        $this->expectExceptionMessage('probes[1]: #010101 is too dark to tell a cast by. Choose a lighter place.');
        Looks::of(['kind' => 'neutralise', 'params' => ['probes' => [['colour' => '#808080'], ['colour' => '#010101']]]]);
    }

    public function testNothingIsProposedWhereNothingIsGrey(): void
    {
        self::assertSame([], NeutralPlaces::of(new Raster(str_repeat("\xC0\x20\x10", 120 * 80), 120, 80), 4));
        self::assertCount(1, NeutralPlaces::of(new Raster(str_repeat("\xC0\xB8\xB0", 120 * 80), 120, 80), 4), 'one light, one place');
    }

    /** @param list<array{0: float, 1: float}> $places */
    private static function grade(Raster $raster, array $places): Grade
    {
        $probes = array_map(static fn (array $at): NeutralProbe => new NeutralProbe(Hex::format(...Reading::mean(Region::point($raster, $at[0], $at[1], 9)->colours)->in(Srgb::class)->at(0)), $at), $places);

        return new Grade([new Move((new Neutralise(null, null, null, null, $probes))->lit(self::colours($raster)))]);
    }

    /** What there is to know of a picture before anything is chosen. */
    private static function study(Raster $raster): Study
    {
        $colours = ColourSample::of($raster->rgb, $raster->width, $raster->height)->colours();
        $scales = array_map(static fn (int $count): Mixture => ColourModel::scale($colours, $count), ColourModel::SCALES);

        return Study::of($colours, $colours, ColourSample::grid($raster->width, $raster->height)[0], new ColourModel($scales, Grain::of($raster->rgb, $raster->width, $raster->height)));
    }

    private static function raster(string $file, int $width): Raster
    {
        $image = new \Imagick(Outside::root().'/'.$file);
        $image->resizeImage($width, 0, \Imagick::FILTER_TRIANGLE, 1.0);
        $image->setImageDepth(8);
        $image->setImageFormat('rgb');

        return new Raster($image->getImageBlob(), $image->getImageWidth(), $image->getImageHeight());
    }

    private static function colours(Raster $raster): ColourBlock
    {
        $r = $g = $b = [];
        for ($i = 0, $n = \strlen($raster->rgb); $i < $n; $i += 3) {
            $r[] = \ord($raster->rgb[$i]) / 255.0;
            $g[] = \ord($raster->rgb[$i + 1]) / 255.0;
            $b[] = \ord($raster->rgb[$i + 2]) / 255.0;
        }

        return new ColourBlock(Srgb::class, $r, $g, $b);
    }
}
