<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\Families;
use Tovrin\Core\Model\Gaussian;
use Tovrin\Core\Model\Mixture;
use Tovrin\Core\Move\Kind\Palette;
use Tovrin\Core\Move\Kind\Recolour;
use Tovrin\Core\Move\Kind\Shift;
use Tovrin\Core\Move\Params;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Pots given colours of their own. */
final class PaletteTest extends TestCase
{
    public function testMovedMiddlesLandOnTheirTargetsAlsoWherePotsShareColours(): void
    {
        // The second and third lie so close that each holds some of the other's middle.
        foreach ([Recolour::TINT, Recolour::PAINT] as $method) {
            $palette = self::palette([null, [0.5, 0.1, 0.05], [0.62, -0.03, 0.09], [0.45, -0.05, -0.11]], $method);
            $after = $palette->apply($palette->anchors());
            foreach ($palette->targets as $pot => $to) {
                if (null !== $to) {
                    self::assertLessThan(0.5, self::difference($to, $after->at($pot)), "$method, pot $pot");
                }
            }
        }
    }

    public function testAPotIsPaintedAsAReachIs(): void
    {
        $target = [0.8, 0.01, 0.13];
        $palette = self::palette([null, null, null, $target], Recolour::PAINT);
        $middle = $palette->photo->middles[3];
        $shades = ColourBlock::of(OkLab::class, array_map(static fn (int $i): array => [$middle[0] + 0.004 * $i, $middle[1] - 0.0005 * $i, $middle[2]], range(-8, 8)));
        $held = $palette->photo->families?->weights(3, $shades) ?? [];
        self::assertGreaterThan(0.999, min([1.0, ...$held]), 'all of these are wholly of that pot');
        $pair = ColourBlock::of(OkLab::class, [$middle, $target])->in(Srgb::class);
        [$one, $other] = [$palette->apply($shades), (new Recolour(Hex::format(...$pair->at(0)), Hex::format(...$pair->at(1)), method: Recolour::PAINT))->apply($shades)];
        foreach (range(0, 16) as $i) {
            // Apart by what the rounding to hex makes.
            self::assertLessThan(0.5, self::difference($one->at($i), $other->at($i)));
        }
        self::assertGreaterThan(1.0, self::difference($one->at(0), self::palette([null, null, null, $target])->apply($shades)->at(0)), 'and not as a tint');
    }

    public function testAFileThatSaysNoMethodMeansATintAndANewOneIsPainted(): void
    {
        $palette = self::palette([null, null, null, [0.5, 0.13, 0.03]]);
        self::assertSame(Recolour::TINT, Palette::fromParams(new Params(array_diff_key($palette->params(), ['method' => 0])))->method);
        self::assertSame(Recolour::PAINT, Palette::for($palette->photo->families ?? self::fail(), $palette->photo->names)->method);
        $painted = self::palette([null, null, null, [0.5, 0.13, 0.03]], Recolour::PAINT);
        self::assertSame(Recolour::PAINT, Palette::fromParams(new Params($painted->params()))->method);
    }

    public function testTheyLandThereWhateverTheMovesAboveHaveDone(): void
    {
        $palette = self::palette([null, [0.5, 0.1, 0.05], null, null]);
        $grade = new Grade([new Move(new Shift(hue: 70.0, lightness: -6.0)), new Move($palette)]);
        $after = Evaluator::running($grade, new Colours($palette->anchors()))[0]->lab()->at(1);
        self::assertLessThan(0.5, self::difference([0.5, 0.1, 0.05], $after));
    }

    public function testItSaysWhichOfItsMovedPotsAPhotoHasNothingLike(): void
    {
        $palette = self::palette([null, [0.5, 0.1, 0.05], null, [0.45, 0.1, -0.1]]);
        [, $ochre, , $blue] = $palette->photo->middles;
        self::assertSame([], $palette->absent([$ochre, $blue]));
        self::assertSame([], $palette->absent([[$ochre[0] - 0.15, $ochre[1], $ochre[2]], $blue]), 'other light alone makes none strange');
        self::assertSame([1], $palette->absent([[$ochre[0], -$ochre[1], -$ochre[2]], $blue]));
        self::assertSame([1, 3], $palette->absent([]));
    }

    public function testWhatNoMovedPotHoldsDoesNotMoveAtAll(): void
    {
        $palette = self::palette([null, null, null, [0.45, 0.1, -0.1]]);
        $held = ColourBlock::of(OkLab::class, [[0.8, 0.0, 0.01], [0.55, 0.05, 0.1], [0.6, 0.05, 0.11], [0.5, -0.2, 0.2], [0.0, 0.0, 0.0], [1.0, 0.0, 0.0]]);
        self::assertEquals($held, $palette->apply($held));
    }

    public function testANeutralPotCanBeTintedAndItsLightAndShadeStay(): void
    {
        $palette = self::palette([[0.8, 0.03, -0.02], null, null, null]);
        $light = array_map(static fn (int $i): float => 0.7 + 0.005 * $i, range(0, 40));
        $after = $palette->apply(ColourBlock::of(OkLab::class, array_map(static fn (float $l): array => [$l, 0.0, 0.01], $light)));
        foreach ($light as $i => $l) {
            self::assertEqualsWithDelta($l, $after->a[$i], 1e-9);
            self::assertGreaterThan(0.004, $after->b[$i], 'tinted');
        }
    }

    public function testAlongAPotsLightAxisTheOrderOfLightStays(): void
    {
        foreach ([0.12, -0.12] as $by) {
            $palette = self::palette([null, null, null, [0.4 + $by, -0.05, -0.03]]);
            // As far along the first direction of its spread as it holds more than half.
            $line = ColourBlock::of(OkLab::class, array_map(static fn (int $i): array => [0.4 + 0.002 * $i, -0.06 - 0.0001 * $i, -0.02], range(-60, 60)));
            $held = $palette->photo->families?->weights(3, $line) ?? [];
            $after = $palette->apply($line)->a;
            $before = null;
            foreach ($after as $i => $l) {
                if ($held[$i] > 0.97) {
                    self::assertTrue(null === $before || $l > $before);
                    $before = $l;
                }
            }
            self::assertNotNull($before);
        }
    }

    /** No two colours closer than 0.01 end more than 5 times as far apart; measured on demo photos: 99 % below 3, at most 4.5. */
    public function testItIsSmooth(): void
    {
        $from = $to = [];
        foreach (range(0, 30) as $i) {
            foreach (range(0, 30) as $j) {
                foreach ([0.35, 0.45, 0.55, 0.65] as $l) {
                    $from[] = [$l, -0.12 + 0.008 * $i, -0.1 + 0.008 * $j];
                    $to[] = [$l + 0.004, -0.12 + 0.008 * $i + 0.007, -0.1 + 0.008 * $j - 0.005];
                }
            }
        }
        foreach ([Recolour::TINT, Recolour::PAINT] as $method) {
            $palette = self::palette([null, [0.5, 0.13, 0.03], null, [0.38, 0.02, -0.12]], $method);
            self::assertStretchOf($palette->apply(ColourBlock::of(OkLab::class, $from)), $palette->apply(ColourBlock::of(OkLab::class, $to)), $from, $to);
        }
    }

    /**
     * @param list<array{0: float, 1: float, 2: float}> $from
     * @param list<array{0: float, 1: float, 2: float}> $to
     */
    private static function assertStretchOf(ColourBlock $p, ColourBlock $q, array $from, array $to): void
    {
        $most = 0.0;
        foreach ($from as $i => $colour) {
            $apart = sqrt(($colour[0] - $to[$i][0]) ** 2 + ($colour[1] - $to[$i][1]) ** 2 + ($colour[2] - $to[$i][2]) ** 2);
            $most = max($most, sqrt(($p->a[$i] - $q->a[$i]) ** 2 + ($p->b[$i] - $q->b[$i]) ** 2 + ($p->c[$i] - $q->c[$i]) ** 2) / $apart);
        }
        self::assertLessThan(5.0, $most);
        self::assertGreaterThan(1.2, $most, 'something was moved');
    }

    public function testFittedToDimmerLightItFindsThePotsAndKeepsHueAndSaturation(): void
    {
        $palette = self::palette([null, [0.5, 0.1, 0.05], null, null]);
        $photo = array_merge(...array_map(static fn (array $m): array => array_map(static fn (int $i): array => [$m[0] - 0.08 + 0.03 * sin($i), $m[1] + 0.008 * cos(3 * $i), $m[2] + 0.008 * sin(5 * $i)], range(1, 1500)), [[0.8, 0.0, 0.01], [0.55, 0.05, 0.1], [0.6, 0.05, 0.11], [0.4, -0.06, -0.02]]));
        $fitted = $palette->fitted(ColourBlock::of(OkLab::class, $photo));
        self::assertEqualsWithDelta(0.47, $fitted->photo->middles[1][0], 0.035);
        self::assertSame([0.1, 0.05], \array_slice($fitted->targets[1] ?? [], 1));
        self::assertEqualsWithDelta(0.42, $fitted->targets[1][0] ?? 0.0, 0.035);
        self::assertEquals($fitted->params(), Palette::fromParams(new Params($fitted->params()))->params(), 'and is read as it is written');
    }

    public function testATargetThatNoScreenShowsComesOutAsStrongAsItCan(): void
    {
        $palette = self::palette([null, null, null, [0.4, 0.0, -0.35]]);
        $shown = Looks::exactly(new Grade([new Move($palette)]), $palette->anchors());
        self::assertGreaterThanOrEqual(0.0, min($shown->a[3], $shown->b[3], $shown->c[3]));
        self::assertLessThan(0.02, min($shown->at(3)), 'at the edge of what can be shown');
    }

    public function testDamagedPotsAreRefusedByName(): void
    {
        /** @var array{palette: array{pots: list<array<string, mixed>>, components: list<list<int|float>>}} $used */
        $used = json_decode((string) file_get_contents(Outside::root().'/tests/moves.json'), true, 16, \JSON_THROW_ON_ERROR);
        $absent = $odd = $flat = $used['palette'];
        $absent['pots'][1]['components'] = [7];
        $odd['components'][1] = [1, 2, 3];
        $flat['components'][0] = [0.5, 0.5, 0, 0, 0, 0, 0, 0, 0, 0];
        foreach ([[$absent, 'pots: family 1 has a component 7, but there are 3'], [$odd, 'components[1]: must be a list of 10 numbers'], [$flat, 'components[0]: A component of a colour model needs']] as [$params, $words]) {
            try {
                Looks::of(['kind' => 'palette', 'params' => $params]);
                self::fail($words);
            } catch (FormatError $e) {
                self::assertStringContainsString($words, $e->getMessage());
            }
        }
    }

    /** @param list<array{0: float, 1: float, 2: float}|null> $targets OKLab */
    private static function palette(array $targets, string $method = Recolour::TINT): Palette
    {
        $one = static fn (float $share, float $l, float $a, float $b): Gaussian => new Gaussian($share, [$l, 2.5 * $a, 2.5 * $b], [0.004, -0.0002, 0.0, 0.0006, 0.0, 0.0006]);
        $families = new Families(new ColourModel([new Mixture([$one(0.5, 0.8, 0.0, 0.01), $one(0.2, 0.55, 0.05, 0.1), $one(0.1, 0.6, 0.03, 0.12), $one(0.2, 0.4, -0.06, -0.02)])], [0.004, 0.002, 0.002]), [[0], [1], [2], [3]]);

        return new Palette(Palette::for($families, ['plaster', 'ochre', 'straw', 'teal'])->photo, $targets, $method);
    }

    /**
     * @param array{0: float, 1: float, 2: float} $p OKLab
     * @param array{0: float, 1: float, 2: float} $q
     */
    private static function difference(array $p, array $q): float
    {
        return DeltaE2000::between(ColourBlock::of(OkLab::class, [$p])->in(Srgb::class), ColourBlock::of(OkLab::class, [$q])->in(Srgb::class))[0];
    }
}
