<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Move\Kind\Recolour;
use Tovrin\Core\Move\Paint;
use Tovrin\Core\Tone\Shoulder;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Recolouring as if a thing had been painted so. */
final class PaintTest extends TestCase
{
    private const RASPBERRY = [0.81, 0.05, 0.11];

    /** Against NumPy's weighted least squares: the dichromatic model, S. Shafer (1985). */
    public function testItIsTheMatrixThatTakesShadingGlossAndRestToTheirNewPlaces(): void
    {
        $of = [[self::RASPBERRY, [0.05, 0.08, 0.38], [1.0, 1.0, 1.0]], [[0.05, 0.2, 0.1], [0.7, 0.4, 0.02], [1.0, 0.9, 0.7]], [[0.02, 0.03, 0.3], [0.6, 0.6, 0.5], [0.8, 0.9, 1.0]]];
        $scene = array_map(static fn (array $three): array => array_map(Shoulder::undone(...), $three), $of);
        /** @var list<list<float>> $theirs */
        $theirs = json_decode(Outside::run(['/usr/bin/python3', 'tests/outside/paint.py'], json_encode(['of' => $scene], \JSON_THROW_ON_ERROR)), true, 4, \JSON_THROW_ON_ERROR);
        foreach ($of as $i => [$body, $target, $light]) {
            self::assertEqualsWithDelta($theirs[$i], Paint::between($body, $target, $light)->matrix, 1e-9);
        }
    }

    public function testLightOfAnotherColourFallsOnTheNewPaintAsItDidOnTheOld(): void
    {
        // Two paints in the same shade, lit by warm light, as a photo without gloss has them.
        [$old, $new, $even, $warm] = [[0.05, 0.16, 0.09], [0.42, 0.1, 0.06], [1.0, 1.0, 1.0], [0.34, 0.25, 0.17]];
        $painted = Paint::between(self::photo($old, $even), self::photo($new, $even))->apply(ColourBlock::of(LinearSrgb::class, [self::photo($old, $warm)]));
        $turned = (new Recolour(self::hex(self::photo($old, $even)), self::hex(self::photo($new, $even))))->apply(ColourBlock::of(LinearSrgb::class, [self::photo($old, $warm)])->in(OkLab::class));
        $truth = ColourBlock::of(LinearSrgb::class, [self::photo($new, $warm)])->in(LabD50::class);
        $far = static fn (ColourBlock $one): float => DeltaE2000::between($truth, $one->in(LabD50::class))[0];
        self::assertLessThan(0.75 * $far($turned), $far($painted));
    }

    public function testWhatIsOppositeToTheThingStaysAsGoodAsItIs(): void
    {
        // A reach's soft edge, or a mistake, may take in colours across the circle: no paint falls on them, and they must not glow.
        $teal = new Recolour('#1d5154', '#2b3f78', method: Recolour::PAINT);
        foreach ([0.05, 0.11, 0.16] as $chroma) {
            foreach ([10.0, 40.0, 70.0, 100.0] as $hue) {
                $before = ColourBlock::one(OkLch::class, 0.6, $chroma, $hue);
                $after = $teal->apply($before->in(OkLab::class))->in(OkLch::class);
                self::assertLessThan(6.0, DeltaE2000::between($before, $after)[0], "hue $hue");
                self::assertLessThanOrEqual($chroma + 0.01, $after->b[0]);
            }
        }
    }

    public function testTheAnchorLandsOnTheTarget(): void
    {
        $colours = ['#a8243c', '#1c2f6e', '#e0b428', '#161618', '#8a8782', '#f1efe9', '#3f7a5c', '#c9a98a', '#000000', '#ffffff', '#808080', '#7d7f84'];
        foreach ($colours as $from) {
            foreach ($colours as $to) {
                // From black there is no way to anywhere: it has no colour that could be another one.
                if ('#000000' === $from) {
                    continue;
                }
                self::assertLessThan(0.5, self::difference($to, self::painted($from, $to, Hex::parse($from))), "$from to $to");
            }
        }
    }

    public function testGreysAndWhiteGlossStay(): void
    {
        foreach ([[0.0, 0.0, 0.0], [0.2, 0.2, 0.2], [0.7, 0.7, 0.7], [1.0, 1.0, 1.0]] as $grey) {
            self::assertEqualsWithDelta($grey, self::painted('#a8243c', '#1c2f6e', $grey), 1e-6);
            self::assertEqualsWithDelta($grey, self::painted('#3f7a5c', '#f1efe9', $grey), 1e-6);
        }
    }

    public function testItGoesOverFromColoursToGreysWithoutAJump(): void
    {
        // What is on a thing: its colour in shade and in light, with gloss on it, and noise beside it.
        $probes = ColourBlock::of(Srgb::class, [[0.2, 0.2, 0.19], [0.4, 0.37, 0.37], [0.85, 0.85, 0.86], [0.6, 0.57, 0.54]]);
        foreach ([[[0.5, 0.5, 0.5], [0.62, 0.44, 0.41]], [[0.35, 0.36, 0.3], [0.36, 0.35, 0.33]]] as [$one, $other]) {
            $largest = [100 => 0.0, 400 => 0.0];
            foreach ([100, 400] as $steps) {
                $before = null;
                for ($t = 0; $t <= $steps; ++$t) {
                    $share = $t / $steps;
                    $pair = ColourBlock::of(Srgb::class, [[$one[0] + $share * ($other[0] - $one[0]), $one[1] + $share * ($other[1] - $one[1]), $one[2] + $share * ($other[2] - $one[2])], [0.11, 0.37, 0.62]])->in(LinearSrgb::class);
                    $now = Paint::between($pair->at(0), $pair->at(1))->apply($probes);
                    foreach (null === $before ? [] : [[$before->a, $now->a], [$before->b, $now->b], [$before->c, $now->c]] as [$was, $is]) {
                        $largest[$steps] = max($largest[$steps], ...array_map(static fn (float $a, float $b): float => abs($a - $b), $was, $is));
                    }
                    $before = $now;
                }
            }
            self::assertLessThan(0.3 * $largest[100], $largest[400], 'a quarter of the step makes a quarter of the difference');
            self::assertLessThan(0.02, $largest[100], 'a third of a level of the anchor is hardly seen');
        }
    }

    public function testShadeAndGlossStayInTheirOrder(): void
    {
        $body = ColourBlock::of(Srgb::class, [Hex::parse('#3f7a5c')])->in(LinearSrgb::class)->at(0);
        foreach (['#1c2f6e', '#e0b428', '#a8243c', '#d8d2c4'] as $target) {
            $move = new Recolour('#3f7a5c', $target, method: Recolour::PAINT);
            foreach (['shade' => [0.0, 0.0, 0.0], 'gloss' => [1.0, 1.0, 1.0]] as $name => $end) {
                $line = array_map(static fn (int $t): array => [$body[0] + ($end[0] - $body[0]) * $t / 40, $body[1] + ($end[1] - $body[1]) * $t / 40, $body[2] + ($end[2] - $body[2]) * $t / 40], range(0, 40));
                $light = $move->apply(ColourBlock::of(LinearSrgb::class, $line)->in(OkLab::class))->a;
                $sorted = $light;
                'shade' === $name ? rsort($sorted) : sort($sorted);
                self::assertEqualsWithDelta($sorted, $light, 1e-9, "$target, $name");
            }
        }
    }

    public function testShadeAndGlossAreThoseOfTheNewPaint(): void
    {
        $scene = static fn (string $hex): array => Shoulder::undone(ColourBlock::of(Srgb::class, [Hex::parse($hex)])->in(LinearSrgb::class)->at(0));
        $photo = static fn (string $hex, float $shade, float $gloss): array => ColourBlock::of(LinearSrgb::class, [self::photo($scene($hex), [$shade, $shade, $shade], $gloss)])->in(Srgb::class)->at(0);
        foreach (['#1c4f8e', '#e0b428', '#f1efe9', '#2a2320'] as $target) {
            foreach ([[0.12, 0.0], [0.4, 0.02], [0.9, 0.08], [1.1, 0.0]] as [$shade, $gloss]) {
                self::assertLessThan(0.5, DeltaE2000::between(...array_map(static fn (array $one): ColourBlock => ColourBlock::of(Srgb::class, [$one])->in(LabD50::class), [$photo($target, $shade, $gloss), self::painted('#a8243c', $target, $photo('#a8243c', $shade, $gloss))]))[0], "$target, shade $shade, gloss $gloss");
            }
        }
    }

    public function testGlossKeepsTheColourOfTheLightThatANeutraliseAboveWasTold(): void
    {
        $recolour = '{"kind":"recolour","params":{"method":"paint","anchor":"#a8243c","target":"#1c2f6e"}}';
        $tinted = Hex::parse('#ffd9a8');
        $half = '{"kind":"neutralise","strength":50,"params":{"all":"#ffd9a8"}}';
        $off = '{"kind":"neutralise","strength":50,"on":false,"params":{"all":"#ffd9a8"}}';
        $gloss = static fn (string ...$moves): array => Evaluator::running(LookJson::read('{"tovrinLook":1,"moves":['.implode(',', $moves).']}'), new Colours(ColourBlock::of(Srgb::class, [$tinted])))[0]->in(Srgb::class)->at(0);
        self::assertEqualsWithDelta($gloss($half), $gloss($half, $recolour), 1e-6, 'half of the cast is left: gloss has it, and keeps it');
        self::assertGreaterThan(0.02, max(array_map(static fn (float $a, float $b): float => abs($a - $b), $gloss($half), $gloss($off, $recolour))), 'without, white counts as the light');
    }

    public function testAmountsOfHueSaturationAndLightnessAreOfWhatItIsPainted(): void
    {
        $lch = static fn (array $amounts): array => ColourBlock::of(Srgb::class, [Looks::through(Looks::of(['kind' => 'recolour', 'params' => ['method' => 'paint', 'anchor' => '#3f7a5c', 'target' => '#b05a3c'] + $amounts]), ...Hex::parse('#3f7a5c'))])->in(OkLab::class)->at(0);
        $anchor = ColourBlock::of(Srgb::class, [Hex::parse('#3f7a5c')])->in(OkLab::class)->at(0);
        self::assertEqualsWithDelta($anchor[0], $lch(['lightness' => 0])[0], 1e-4);
        self::assertEqualsWithDelta($anchor[0], $lch(['keepTone' => true])[0], 1e-4);
        self::assertEqualsWithDelta($anchor, $lch(['lightness' => 0, 'hue' => 0, 'chroma' => 0]), 1e-4);
    }

    public function testAFileWithoutAMethodMeansATint(): void
    {
        $params = ['anchor' => '#3f7a5c', 'target' => '#b05a3c'];
        $tint = Looks::through(Looks::of(['kind' => 'recolour', 'params' => ['method' => 'tint'] + $params]), 0.3, 0.5, 0.45);
        self::assertSame($tint, Looks::through(Looks::of(['kind' => 'recolour', 'params' => $params]), 0.3, 0.5, 0.45));
        self::assertNotEquals($tint, Looks::through(Looks::of(['kind' => 'recolour', 'params' => ['method' => 'paint'] + $params]), 0.3, 0.5, 0.45));
    }

    /**
     * @param array<int, float> $colour encoded sRGB
     *
     * @return array{0: float, 1: float, 2: float}
     */
    private static function painted(string $from, string $to, array $colour): array
    {
        return (new Recolour($from, $to, method: Recolour::PAINT))->apply(ColourBlock::of(Srgb::class, [[$colour[0], $colour[1], $colour[2]]])->in(OkLab::class))->in(Srgb::class)->at(0);
    }

    /**
     * What a photo shows of paint in some light, with gloss on it.
     *
     * @param array<int, float>                   $paint
     * @param array{0: float, 1: float, 2: float} $light
     *
     * @return array{0: float, 1: float, 2: float} linear sRGB
     */
    private static function photo(array $paint, array $light, float $gloss = 0.0): array
    {
        $shown = Shoulder::done([$paint[0] * $light[0] + $gloss, $paint[1] * $light[1] + $gloss, $paint[2] * $light[2] + $gloss]);

        return [$shown[0], $shown[1], $shown[2]];
    }

    /** @param array<int, float> $linear */
    private static function hex(array $linear): string
    {
        return Hex::format(...ColourBlock::of(LinearSrgb::class, [[$linear[0], $linear[1], $linear[2]]])->in(Srgb::class)->at(0));
    }

    /** @param array{0: float, 1: float, 2: float} $colour */
    private static function difference(string $hex, array $colour): float
    {
        return DeltaE2000::between(ColourBlock::of(Srgb::class, [Hex::parse($hex)])->in(LabD50::class), ColourBlock::of(Srgb::class, [$colour])->in(LabD50::class))[0];
    }
}
