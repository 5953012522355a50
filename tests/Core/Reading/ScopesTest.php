<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Reading;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Reading\Cast;
use Tovrin\Core\Reading\ColourPlane;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Core\Reading\Histogram;
use Tovrin\Core\Reading\Pots;
use Tovrin\Core\Reading\Reading;
use Tovrin\Core\Reading\Spill;
use Tovrin\Core\Reading\Waveform;

/** A hand-made picture of four flat colours: every reading must say exactly what its pixels say. */
final class ScopesTest extends TestCase
{
    /** Ten columns by ten rows: four columns teal, three ochre, two white, one black. */
    private static function picture(): string
    {
        $row = str_repeat("\x1A\x80\x78", 4).str_repeat("\xC8\x92\x2E", 3).str_repeat("\xFF\xFF\xFF", 2)."\0\0\0";

        return str_repeat($row, 10);
    }

    private static function colours(): ColourBlock
    {
        return ColourSample::of(self::picture(), 10, 10)->colours();
    }

    public function testPotsAreTheColoursWithTheirShares(): void
    {
        $pots = Pots::of(self::study(self::colours(), 10));
        self::assertSame([0.4, 0.3, 0.2, 0.1], array_map(static fn (float $s): float => round($s, 9), $pots->shares));
        $hex = array_map(static fn (array $c): string => Hex::format(...ColourBlock::of(OkLab::class, [$c])->in(Srgb::class)->at(0)), $pots->centres);
        self::assertSame(['#1a8078', '#c8922e', '#ffffff', '#000000'], $hex);
        self::assertSame(['teal', 'ochre', 'white', 'black'], $pots->names);
    }

    public function testPotsAreTheSameOnEveryRunAndHaveNamesOfTheirOwn(): void
    {
        $study = self::study(self::noise(1200), 40);
        self::assertSame(json_encode(Pots::of($study)), json_encode(Pots::of(self::study(self::noise(1200), 40))));
        $names = Pots::of($study)->names;
        self::assertSame($names, array_values(array_unique($names)), 'no two have one name');
        self::assertSame(json_encode(Pots::of($study)), json_encode(Pots::fromArray((array) json_decode((string) json_encode(Pots::of($study)), true))));
    }

    public function testHistogramCountsEachLevel(): void
    {
        $histogram = Histogram::of(self::colours());
        [$light, $red, $green, $blue] = $histogram->counts;
        self::assertSame([0 => 10, 0x1A => 40, 0xC8 => 30, 0xFF => 20], array_filter($red));
        self::assertSame([0 => 10, 0x80 => 40, 0x92 => 30, 0xFF => 20], array_filter($green));
        self::assertSame([0 => 10, 0x2E => 30, 0x78 => 40, 0xFF => 20], array_filter($blue));
        self::assertSame([10, 20], [$light[0], $light[255]]);
        self::assertSame(['low' => 0.1, 'high' => 0.2], $histogram->clipped()['green']);
    }

    public function testWaveformHasEachColumnAtItsPlace(): void
    {
        $waveform = Waveform::of(self::colours(), 10);
        self::assertSame(10, $waveform->columns);
        $red = $waveform->counts[0];
        // 0x1A of 255 is 6.5 of 64 levels; every column has its ten pixels at one level.
        self::assertSame(10, $red[0 * Waveform::LEVELS + 6]);
        self::assertSame(10, $red[5 * Waveform::LEVELS + 50]);
        self::assertSame(10, $red[8 * Waveform::LEVELS + 63]);
        self::assertSame(10, $red[9 * Waveform::LEVELS + 0]);
        self::assertSame(100, array_sum($red));
    }

    public function testPlaneHasTheTwoHuesAndNoneForGreys(): void
    {
        $cells = ColourPlane::of(self::colours(), 'hue-chroma', 0.3)->cells;
        self::assertCount(2, $cells);
        self::assertEqualsCanonicalizing([40, 30], array_column($cells, 2));
        self::assertEqualsCanonicalizing(['#1a8078', '#c8922e'], array_column($cells, 3));
    }

    public function testSpillNamesTheLargestShareFirst(): void
    {
        $colours = self::colours();
        $pots = Pots::of(self::study($colours, 10));
        // Weights by column: half of the teal, all of the ochre.
        $weights = [];
        for ($i = 0; $i < 100; ++$i) {
            $weights[] = $i % 10 < 4 ? 0.5 : ($i % 10 < 7 ? 1.0 : 0.0);
        }
        self::assertSame([['pot' => 1, 'reached' => 1.0, 'share' => 0.3], ['pot' => 0, 'reached' => 0.5, 'share' => 0.2]], Spill::of($pots, $colours, $weights));
    }

    public function testAGreyInBlueLightLeansBlueInItsZone(): void
    {
        $grey = array_fill(0, 50, [0.20, 0.22, 0.27]);
        $casts = Cast::of(ColourBlock::of(Srgb::class, $grey));
        self::assertSame('shadows', $casts[0]->zone);
        self::assertSame('blue', $casts[0]->lean);
        self::assertSame(1.0, round($casts[0]->evidence, 9));
        self::assertGreaterThan(5.0, $casts[0]->amount);
        self::assertSame('', Cast::of(ColourBlock::of(Srgb::class, [[0.5, 0.5, 0.5]]))[1]->lean);
        self::assertSame(['clearly blue', 'no grey'], [$casts[0]->short(), $casts[2]->short()]);
        [$a, $b] = $casts[0]->ab;
        self::assertEqualsWithDelta(-80.0, rad2deg(atan2($b, $a)), 12.0, 'CIELAB blues lie there');
        [$x, $y] = $casts[0]->dial();
        self::assertEqualsWithDelta($b / $a, $y / $x, 1e-9, 'it stands on its dial where its hue is');
        self::assertEqualsWithDelta(0.5, Cast::onDial(3.5), 1e-9);
        self::assertSame(1.0, Cast::onDial(200.0), 'never beyond the rim');
        self::assertSame([0.0, 0.0], Cast::of(ColourBlock::of(Srgb::class, [[0.02, 0.02, 0.02]]))[2]->dial(), 'without greys it stands in the middle');
    }

    public function testAReadingSaysWhatOneColourIs(): void
    {
        $reading = (new Reading(ColourBlock::of(Srgb::class, [[200 / 255, 146 / 255, 46 / 255]])))->figures();
        self::assertSame('#c8922e', $reading['hex']);
        self::assertSame([200, 146, 46], $reading['rgb']);
        // HSL by hand from its definition in CSS Color 4, section 7.1.
        self::assertSame([39.0, 62.6, 48.2], $reading['hsl']);
        self::assertSame('ochre', $reading['name']);
        self::assertSame('neutral', (new Reading(ColourBlock::of(Srgb::class, [[0.5, 0.5, 0.5]])))->figures()['neutrality']);
    }

    public function testTheMeanIsTakenInLinearLight(): void
    {
        $mean = Reading::mean(ColourBlock::of(Srgb::class, [[0.0, 0.0, 0.0], [1.0, 1.0, 1.0]]))->at(0);
        // Half the light of white is encoded 0.7354 (IEC 61966-2-1).
        self::assertEqualsWithDelta(0.7354, $mean[0], 1e-4);
    }

    public function testTinyAndFlatPicturesCanBeRead(): void
    {
        foreach ([['abc', 1, 1], [str_repeat('abc', 3), 3, 1], [str_repeat('abc', 400), 20, 20], [str_repeat("\x50\x50\x50", 400), 20, 20]] as [$rgb, $width, $height]) {
            $colours = ColourSample::of($rgb, $width, $height)->colours();
            self::assertSame([1.0], Pots::of(self::study($colours, ColourSample::grid($width, $height)[0]))->shares);
            self::assertSame($width * $height, Histogram::of($colours)->total);
            self::assertCount(3, Cast::of($colours));
        }
    }

    private static function study(ColourBlock $colours, int $columns): Study
    {
        return Study::of($colours, $colours, $columns, ColourModel::of($colours));
    }

    private static function noise(int $count): ColourBlock
    {
        $colours = [];
        for ($i = 0; $i < $count; ++$i) {
            $colours[] = [fmod($i * 0.8191725, 1.0), fmod($i * 0.6710436, 1.0), fmod($i * 0.5497005, 1.0)];
        }

        return ColourBlock::of(Srgb::class, $colours);
    }
}
