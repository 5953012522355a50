<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Model;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\DamagedModel;
use Tovrin\Core\Model\Grain;
use Tovrin\Core\Model\ModelData;
use Tovrin\Core\Model\Nodes;
use Tovrin\Core\Model\Study;

/** What is kept of a photo beside it. */
final class StudyTest extends TestCase
{
    private const COLUMNS = 40;

    public function testItIsTheSameAfterBeingKept(): void
    {
        $study = self::study();
        $read = Study::fromBytes($study->toBytes());
        self::assertNotNull($read);
        self::assertEquals([$study->columns, $study->rows, $study->model, $study->at, $study->nodes], [$read->columns, $read->rows, $read->model, $read->at, $read->nodes]);
        self::assertSame($study->toBytes(), $read->toBytes());
    }

    public function testWhatIsNoStudyIsNotTakenForOne(): void
    {
        $bytes = self::study()->toBytes();
        foreach (['', 'nothing', substr($bytes, 0, -9), 'x'.$bytes, str_replace('tovrin-study-2', 'tovrin-study-1', $bytes)] as $other) {
            self::assertNull(Study::fromBytes($other));
        }
    }

    public function testEveryPixelIsAtTheNodeNearestToItsColour(): void
    {
        $study = self::study();
        $lab = self::colours()->in(OkLab::class);
        foreach ([0, 17, 333, 799] as $pixel) {
            $node = $study->at[$pixel];
            self::assertGreaterThanOrEqual(0, $node);
            [$i, $j, $k] = Nodes::place($study->nodes->keys[$node]);
            self::assertEqualsWithDelta($lab->a[$pixel], $i * Nodes::STEP[0], Nodes::STEP[0] / 2 + 1e-9);
            self::assertEqualsWithDelta($lab->b[$pixel], $j * Nodes::STEP[1], Nodes::STEP[1] / 2 + 1e-9);
            self::assertEqualsWithDelta($lab->c[$pixel], $k * Nodes::STEP[2], Nodes::STEP[2] / 2 + 1e-9);
        }
        self::assertSame([-1], $study->nodes->nearest([0.9], [-0.3], [0.3]), 'unlike all of them');
    }

    public function testItKnowsGradientsFromEdges(): void
    {
        $study = self::ramp([0.3, 0.3, 0.3, 0.3, 0.3, 0.3, 0.3, 0.3, 0.3, 0.3, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6]);
        self::assertSame(0, \ord($study->gradual[10]), 'an edge');
        self::assertGreaterThan(0.1, $study->stepAcross(10));
        $study = self::ramp(array_map(static fn (int $i): float => 0.3 + 0.015 * $i, range(0, 19)));
        self::assertSame(255, \ord($study->gradual[10]), 'a gradient');
        self::assertEqualsWithDelta(0.06, $study->stepAcross(10), 0.002);
        $study = self::ramp(array_fill(0, 20, 0.4));
        self::assertSame(0, \ord($study->gradual[10]), 'nothing at all');
        self::assertSame(0.0, $study->stepAcross(10));
    }

    /** @param list<float> $light of a row of greys, in OKLab */
    private static function ramp(array $light): Study
    {
        $none = array_fill(0, \count($light), 0.0);
        $colours = new ColourBlock(OkLab::class, $light, $none, $none);

        return Study::of($colours, $colours, \count($light), ColourModel::of($colours));
    }

    public function testPlacesBecomePixels(): void
    {
        $study = self::study();
        self::assertSame(0, $study->pixel(0.0, 0.0));
        self::assertSame($study->count() - 1, $study->pixel(1.0, 1.0));
        self::assertNull($study->pixel(1.01, 0.5));
        self::assertNull($study->pixel(0.5, -0.2));
    }

    /** Noise of a known size is found again: sums of twelve even numbers are nearly normal. */
    public function testGrainIsTheNoiseOfThePicture(): void
    {
        $random = new Randomizer(new Mt19937(3));
        $normal = static function () use ($random): float {
            $sum = -6.0;
            for ($n = 0; $n < 12; ++$n) {
                $sum += $random->getInt(0, 1 << 20) / (1 << 20);
            }

            return $sum;
        };
        $flat = $noisy = '';
        for ($i = 0; $i < 120 * 80; ++$i) {
            $flat .= "\x80\x80\x80";
            $noisy .= str_repeat(\chr((int) round(128 + 8 * $normal())), 3);
        }
        self::assertSame([0.0, 0.0, 0.0], Grain::of($flat, 120, 80));
        $one = ColourBlock::of(Srgb::class, [[128 / 255, 128 / 255, 128 / 255], [136 / 255, 136 / 255, 136 / 255]])->in(OkLab::class);
        [$l, $a, $b] = Grain::of($noisy, 120, 80);
        self::assertEqualsWithDelta($one->a[1] - $one->a[0], $l, 0.1 * ($one->a[1] - $one->a[0]));
        self::assertEqualsWithDelta([0.0, 0.0], [$a, $b], 1e-4);
    }

    public function testTheGrainOfPlainPartsIsWhatLiesInThemNotWhatIsBetweenThem(): void
    {
        $random = new Randomizer(new Mt19937(3));
        $picture = '';
        for ($y = 0; $y < 240; ++$y) {
            for ($x = 0; $x < 360; ++$x) {
                // A sky that darkens upwards, with coarse noise of colour as compression leaves it; checks below; a white corner.
                $step = (intdiv($x, 4) * 7 + intdiv($y, 4) * 13) % 3 - 1;
                $picture .= $x > 300 && $y < 60 ? "\xff\xff\xff" : ($y < 160
                    ? \chr(100 + intdiv($y, 8)).\chr(130 + intdiv($y, 8)).\chr(180 + intdiv($y, 8) + 3 * $step)
                    : str_repeat(\chr(0 === (intdiv($x, 3) + intdiv($y, 3)) % 2 ? 40 : 200 + $random->getInt(0, 20)), 3));
            }
        }
        $sky = ColourBlock::of(Srgb::class, [[110 / 255, 140 / 255, 187 / 255], [110 / 255, 140 / 255, 190 / 255], [110 / 255, 140 / 255, 193 / 255]])->in(OkLab::class);
        [, $a, $b] = Grain::ofPlainParts($picture, 360, 240);
        $expected = sqrt(2.0 / 3.0) * ($sky->c[0] - $sky->c[2]) / 2.0;
        self::assertEqualsWithDelta($expected, $b, 0.35 * $expected);
        self::assertLessThan($b, $a);
        self::assertSame([0.0, 0.0, 0.0], Grain::ofPlainParts(str_repeat("\xff\xff\xff", 100 * 100), 100, 100), 'nothing but white');
        self::assertSame([0.0, 0.0, 0.0], Grain::ofPlainParts(str_repeat("\x80\x80\x80", 5 * 5), 5, 5), 'too small');
    }

    public function testAModelWithoutScalesIsRefused(): void
    {
        $this->expectException(DamagedModel::class);
        ModelData::read(['scales' => []]);
    }

    private static function study(): Study
    {
        return Study::of(self::colours(), self::colours(), self::COLUMNS, ColourModel::of(self::colours(), [0.002, 0.001, 0.001]));
    }

    private static function colours(): ColourBlock
    {
        $colours = [];
        for ($i = 0; $i < 20 * self::COLUMNS; ++$i) {
            $light = ($i % self::COLUMNS) / self::COLUMNS;
            $colours[] = $i < 400 ? [0.3 + 0.5 * $light, 0.2 + 0.3 * $light, 0.1] : [0.1, 0.25 + 0.4 * $light, 0.3 + 0.4 * $light];
        }

        return ColourBlock::of(Srgb::class, $colours);
    }
}
