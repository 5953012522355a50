<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\HueBands;
use Tovrin\Core\Move\HueValues;
use Tovrin\Core\Move\Kind\BandMix;
use Tovrin\Core\Move\Kind\HueCurves;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Tests\Core\Looks;

/** Values over the hue circle in photos with noise. */
final class HueMixTest extends TestCase
{
    /** As a compressed photo has it in a plain sky. */
    private const GRAIN = [0.003, 0.0022, 0.0018];

    /** @return iterable<string, array{string, float, float}> */
    public static function skies(): iterable
    {
        foreach (['azure', 'blue', 'cyan'] as $band) {
            foreach ([60.0, -60.0] as $luminance) {
                foreach ([235.0, 252.0, 262.0] as $hue) {
                    yield "$band $luminance at $hue" => [$band, $luminance, $hue];
                }
            }
        }
    }

    #[DataProvider('skies')]
    public function testASkyStaysAsPlainAsItIs(string $band, float $luminance, float $hue): void
    {
        $settings = [$band => ['hue' => 0.0, 'saturation' => 0.0, 'luminance' => $luminance]];
        $sky = self::noisy(0.66, 0.055, $hue);
        $as = static fn (MoveKind $mix): float => self::deviation($mix->apply($sky->in(OkLch::class))->a) / self::deviation($sky->a);
        self::assertLessThan(1.5, $as((new BandMix($settings))->steadied(self::GRAIN)));
    }

    public function testTheSkyStillMovesAndWithoutKnowingItsNoiseItBreaksUp(): void
    {
        $mix = new BandMix(['azure' => ['hue' => 0.0, 'saturation' => 0.0, 'luminance' => -60.0]]);
        $sky = self::noisy(0.66, 0.055, 258.0);
        $after = $mix->steadied(self::GRAIN)->apply($sky->in(OkLch::class))->a;
        self::assertLessThan(-0.04, array_sum($after) / \count($after) - 0.66);
        self::assertGreaterThan(4.0, self::deviation($mix->apply($sky->in(OkLch::class))->a) / self::deviation($sky->a));
    }

    public function testSaturationAndHueOfWeakColoursMakeNoNoiseEither(): void
    {
        $mix = new BandMix(['blue' => ['hue' => 40.0, 'saturation' => 80.0, 'luminance' => 0.0]]);
        $weak = self::noisy(0.6, 0.03, 260.0);
        $noise = static function (ColourBlock $lab): float {
            return hypot(self::deviation($lab->b), self::deviation($lab->c));
        };
        $as = static fn (MoveKind $mix): float => $noise($mix->apply($weak->in(OkLch::class))->in(OkLab::class)) / $noise($weak);
        self::assertGreaterThan(3.0, $as($mix));
        // Saturated by up to 80 %, noise may grow by as much.
        self::assertLessThan(1.9, $as($mix->steadied(self::GRAIN)));
    }

    public function testHueCurvesAreSteadiedAlike(): void
    {
        $curves = new HueCurves(['luminance' => [[225.0, 0.0], [253.0, 60.0], [270.0, 0.0]]]);
        $sky = self::noisy(0.66, 0.055, 262.0);
        $as = static fn (MoveKind $kind): float => self::deviation($kind->apply($sky->in(OkLch::class))->a) / self::deviation($sky->a);
        self::assertGreaterThan(3.0, $as($curves));
        self::assertLessThan(1.5, $as($curves->steadied(self::GRAIN)));
    }

    public function testWhatIsTheSameForEveryHueIsNotTouchedAndStrongColoursOfCleanPhotosHardly(): void
    {
        $clean = [0.003, 0.0004, 0.0004];
        $lch = ColourBlock::of(OkLch::class, array_map(static fn (int $i): array => [0.6, 0.12, 10.0 * $i], range(0, 35)));
        $even = new BandMix(array_fill_keys(array_keys(HueBands::NAMES), ['hue' => 12.0, 'saturation' => 25.0, 'luminance' => 10.0]));
        self::assertEqualsWithDelta($even->apply($lch)->a, $even->steadied(self::GRAIN)->apply($lch)->a, 1e-9);
        self::assertEqualsWithDelta($even->apply($lch)->c, $even->steadied(self::GRAIN)->apply($lch)->c, 1e-9);
        $turned = new BandMix(['yellow' => ['hue' => 20.0, 'saturation' => 30.0, 'luminance' => 0.0]]);
        self::assertEqualsWithDelta($turned->apply($lch)->c, $turned->steadied($clean)->apply($lch)->c, 1e-9);
    }

    public function testSmoothedValuesKeepTheirMeanAndAreNoSteeperThanAllowed(): void
    {
        $values = HueValues::of(array_map(static fn (float $hue): float => abs($hue - 100.0) < 10.0 ? 1.0 : 0.0, HueValues::hues()), 4.0);
        $hues = range(0.0, 359.5, 0.5);
        foreach ([0.0, 0.02, 0.1, 0.3] as $chroma) {
            $at = $values->at($hues, array_fill(0, \count($hues), $chroma));
            self::assertEqualsWithDelta(41 / 720, array_sum($at) / \count($at), 0.003);
            if ($chroma > 0.05) {
                foreach ($at as $i => $value) {
                    self::assertLessThanOrEqual(1.02 * 4.0 * $chroma * deg2rad(0.5), abs($value - $at[($i + 1) % 720]));
                }
            }
        }
    }

    public function testLooksFromBeforeActAsTheyDid(): void
    {
        $old = Looks::of(['kind' => 'band-mix', 'params' => ['azure' => ['luminance' => -60]]]);
        $told = Looks::of(['kind' => 'band-mix', 'params' => ['azure' => ['luminance' => -60], 'grain' => self::GRAIN]]);
        [$light] = ColourBlock::one(Srgb::class, ...Looks::through($old, ...self::sky()))->in(OkLch::class)->at(0);
        // What the version before had: lightness fades with smooth() below a chroma of 0.1.
        self::assertEqualsWithDelta(0.66 - 0.6 * 0.4 * (3.0 * 0.55 ** 2 - 2.0 * 0.55 ** 3), $light, 0.002);
        [$light] = ColourBlock::one(Srgb::class, ...Looks::through($old, ...ColourBlock::one(OkLch::class, 0.66, 0.11, HueBands::centres()[7])->in(Srgb::class)->at(0)))->in(OkLch::class)->at(0);
        self::assertEqualsWithDelta(0.66 - 0.6 * 0.4, $light, 0.002);
        self::assertNotEquals(Looks::through($old, ...self::sky()), Looks::through($told, ...self::sky()));
    }

    /** @return array{0: float, 1: float, 2: float} azure in the middle of its band */
    private static function sky(): array
    {
        return ColourBlock::one(OkLch::class, 0.66, 0.055, HueBands::centres()[7])->in(Srgb::class)->at(0);
    }

    /** A plain area of 2000 pixels with the noise of GRAIN; OKLab. */
    private static function noisy(float $light, float $chroma, float $hue): ColourBlock
    {
        $random = new Randomizer(new Mt19937(11));
        $normal = static function () use ($random): float {
            $sum = -6.0;
            for ($i = 0; $i < 12; ++$i) {
                $sum += $random->getInt(0, 1 << 20) / (1 << 20);
            }

            return $sum;
        };
        [$l, $a, $b] = ColourBlock::one(OkLch::class, $light, $chroma, $hue)->in(OkLab::class)->at(0);
        $colours = [];
        for ($i = 0; $i < 2000; ++$i) {
            $colours[] = [$l + self::GRAIN[0] * $normal(), $a + self::GRAIN[1] * $normal(), $b + self::GRAIN[2] * $normal()];
        }

        return ColourBlock::of(OkLab::class, $colours);
    }

    /** @param array<int, float> $values */
    private static function deviation(array $values): float
    {
        $mean = array_sum($values) / \count($values);

        return sqrt(array_sum(array_map(static fn (float $value): float => ($value - $mean) ** 2, $values)) / \count($values));
    }
}
