<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Move\Chart;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Format\CgatsReader;
use Tovrin\Core\Move\Chart\ChartCorrection;
use Tovrin\Core\Move\Chart\ChartFit;
use Tovrin\Core\Move\Chart\ChartPatch;
use Tovrin\Core\Move\Chart\ChartTerms;
use Tovrin\Tests\Outside;

/** What a chart's patches say of the camera and the light: known ones come back, others come as near as NumPy and SciPy can bring them. */
final class ChartFitTest extends TestCase
{
    /** Of a made-up camera, to linear sRGB: rows sum to one. */
    private const CAMERA = [[1.62, -0.48, -0.14], [-0.21, 1.44, -0.23], [0.03, -0.52, 1.49]];
    /** What it has of a white, under a warm light and a stop too dark. */
    private const WHITE = [0.52, 0.46, 0.29];

    public function testAKnownCameraAndItsLightComeBack(): void
    {
        $correction = ChartFit::of($this->seen(static fn (float $value): float => $value), ChartTerms::Matrix);
        foreach (self::CAMERA as $row => $coefficients) {
            foreach ($coefficients as $column => $coefficient) {
                self::assertEqualsWithDelta($coefficient, $correction->coefficients[3 * $row + $column], 0.002, "$row, $column");
            }
        }
        $differences = $correction->differences($this->seen(static fn (float $value): float => $value));
        self::assertGreaterThan(10.0, array_sum(array_column($differences, 0)) / 40);
        self::assertLessThan(0.02, max(0.0, ...array_column($differences, 1)));
    }

    public function testNoiseAndACameraThatIsNoMatrixStayWithinWhatAnEyeSees(): void
    {
        mt_srand(7);
        // A bend of tones, and noise of half a level of 8 bits on the mean of a patch.
        $bent = static fn (float $value): float => max(0.0, $value) ** 1.12 + 0.002 * (mt_rand() / mt_getrandmax() - 0.5);
        $patches = $this->seen($bent);
        foreach ([ChartTerms::Matrix, ChartTerms::RootPolynomial] as $terms) {
            $after = array_column(ChartFit::of($patches, $terms)->differences($patches), 1);
            self::assertLessThan(1.0, array_sum($after) / 40, $terms->value);
            self::assertLessThan(3.0, max(0.0, ...$after), $terms->value);
        }
    }

    public function testItComesAsNearAsSciPyDoes(): void
    {
        mt_srand(11);
        $patches = $this->seen(static fn (float $value): float => max(0.001, $value + 0.03 * $value * (1.0 - $value) + 0.004 * (mt_rand() / mt_getrandmax() - 0.5)));
        foreach ([ChartTerms::Matrix, ChartTerms::RootPolynomial] as $terms) {
            $correction = ChartFit::of($patches, $terms);
            $own = array_sum(array_map(static fn (float $difference): float => $difference ** 2, array_column($correction->differences($patches), 1)));
            $balanced = (new ChartCorrection($correction->curves, ChartTerms::Matrix, [1.0, 0.0, 0.0, 0.0, 1.0, 0.0, 0.0, 0.0, 1.0]))->apply(ColourBlock::of(LinearSrgb::class, array_column($patches, 'measured')));
            $input = json_encode(['rgb' => array_map($balanced->at(...), array_keys($patches)), 'lab' => array_column($patches, 'lab'), 'roots' => ChartTerms::RootPolynomial === $terms], \JSON_THROW_ON_ERROR);
            $theirs = (float) Outside::run(['/usr/bin/python3', __DIR__.'/chart_fit.py'], $input);
            self::assertLessThan(1.01 * $theirs + 0.01, $own, $terms->value);
        }
    }

    public function testGreysStayGreyAndTwiceTheLightIsTwiceTheColour(): void
    {
        foreach (ChartTerms::cases() as $terms) {
            $correction = ChartFit::of($this->seen(static fn (float $value): float => $value), $terms);
            $grey = array_map(static fn (float $part): float => 0.3 * $part, self::WHITE);
            [$r, $g, $b] = $correction->apply(ColourBlock::of(LinearSrgb::class, [[$grey[0], $grey[1], $grey[2]]]))->at(0);
            self::assertEqualsWithDelta($r, $g, 0.006);
            self::assertEqualsWithDelta($g, $b, 0.006);
            $one = $correction->apply(ColourBlock::of(LinearSrgb::class, [[0.1, 0.2, 0.05], [0.2, 0.4, 0.1]]));
            foreach ([0, 1, 2] as $channel) {
                self::assertEqualsWithDelta(2.0 * $one->at(0)[$channel], $one->at(1)[$channel], 0.012 + 0.02 * abs($one->at(1)[$channel]));
            }
        }
    }

    public function testWhatIsClippedIsLeftOutAndTooFewAreRefused(): void
    {
        $patches = $this->seen(static fn (float $value): float => $value);
        $clipped = array_map(static fn (ChartPatch $patch, int $at): ChartPatch => 3 === $at ? new ChartPatch($patch->name, [1.0, 1.0, 0.2], $patch->lab, false) : $patch, $patches, array_keys($patches));
        self::assertLessThan(0.02, max(0.0, ...array_column(ChartFit::of($clipped, ChartTerms::Matrix)->differences($patches), 1)));
        $this->expectException(\InvalidArgumentException::class);
        $this->expectExceptionMessage('only 1 can be used; it takes 4');
        ChartFit::of(\array_slice($patches, 0, 2), ChartTerms::Matrix);
    }

    /**
     * The demo's chart as the made-up camera sees it.
     *
     * @param \Closure(float): float $bend what becomes of each of its values
     *
     * @return list<ChartPatch>
     */
    private function seen(\Closure $bend): array
    {
        $reference = CgatsReader::read((string) file_get_contents(Outside::root().'/demo/chart/quillhaven-chart.txt'));
        $linear = ColourBlock::of(LabD50::class, $reference->labs)->in(LinearSrgb::class);
        $inverse = self::inverse(self::CAMERA);
        $patches = [];
        foreach ($reference->names as $i => $name) {
            $colour = $linear->at($i);
            $seen = [];
            foreach ($inverse as $row => $coefficients) {
                $seen[] = $bend(self::WHITE[$row] * ($coefficients[0] * $colour[0] + $coefficients[1] * $colour[1] + $coefficients[2] * $colour[2]));
            }
            $patches[] = new ChartPatch($name, [$seen[0], $seen[1], $seen[2]], $reference->labs[$i]);
        }

        return $patches;
    }

    /**
     * @param array<int, array<int, float>> $m
     *
     * @return list<list<float>>
     */
    private static function inverse(array $m): array
    {
        $minor = static fn (int $r, int $c): float => $m[($r + 1) % 3][($c + 1) % 3] * $m[($r + 2) % 3][($c + 2) % 3] - $m[($r + 1) % 3][($c + 2) % 3] * $m[($r + 2) % 3][($c + 1) % 3];
        $determinant = $m[0][0] * $minor(0, 0) + $m[0][1] * $minor(0, 1) + $m[0][2] * $minor(0, 2);

        return array_map(static fn (int $r): array => array_map(static fn (int $c): float => $minor($c, $r) / $determinant, [0, 1, 2]), [0, 1, 2]);
    }
}
