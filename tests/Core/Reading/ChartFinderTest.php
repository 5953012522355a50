<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Reading;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\Matrix3;
use Tovrin\Core\Format\CgatsReader;
use Tovrin\Core\Move\Chart\ChartReference;
use Tovrin\Core\Move\Chart\ChartTerms;
use Tovrin\Core\Move\Chart\FittedChart;
use Tovrin\Core\Reading\Chart\ChartFinder;
use Tovrin\Core\Reading\Chart\ChartReading;
use Tovrin\Core\Reading\Raster;
use Tovrin\Tests\Core\DemoPhoto;
use Tovrin\Tests\Outside;

/** The made-up chart as it is met, rendered (tests/scenes/charts.pov): it is found where it is, or the reason why not is told. */
final class ChartFinderTest extends TestCase
{
    /** The sensor of view 11: what it makes of linear sRGB, the tint of its light included. */
    private const SENSOR = [0.72, 0.20, 0.02, 0.10, 0.74, 0.12, 0.015, 0.13, 0.46];

    /** @param float $turned degrees from its first patch to the last of the first row, clockwise from level */
    #[TestWith([1, 1.5])]
    #[TestWith([2, -25.0])]
    #[TestWith([3, 185.0])]
    #[TestWith([4, 12.0])]
    #[TestWith([5, -90.0])]
    #[TestWith([6, 1.5])]
    #[TestWith([7, 1.0])]
    public function testItIsFoundHoweverItLies(int $view, float $turned): void
    {
        $raster = self::view("view-$view");
        $corners = ChartFinder::in($raster, self::chart());
        [$right, $down] = [($corners[1][0] - $corners[0][0]) * $raster->width, ($corners[1][1] - $corners[0][1]) * $raster->height];
        $off = fmod(rad2deg(atan2($down, $right)) - $turned + 540.0, 360.0) - 180.0;
        self::assertLessThan(8.0, abs($off), 'turned as it lies');
        $fitted = self::fitted($raster, $corners);
        self::assertCount(40, array_filter(array_column($fitted->patches, 'used')));
        // Two lights of different colours fall on it from two sides; a chart laid wrongly is off by ten and more.
        self::assertLessThan(2.5, array_sum(array_column($fitted->differences, 1)) / 40.0);
    }

    public function testItIsFoundInTheDemosFrameAndPutsItRight(): void
    {
        $raster = DemoPhoto::read(Outside::root().'/demo/photos/bowl-and-vase-chart.jpg', 2048);
        $corners = ChartFinder::in($raster, self::chart());
        // Read off the photo by eye.
        foreach ([[0.326, 0.574], [0.691, 0.576], [0.693, 0.921], [0.322, 0.918]] as $corner => [$x, $y]) {
            self::assertEqualsWithDelta($x, $corners[$corner][0], 0.006);
            self::assertEqualsWithDelta($y, $corners[$corner][1], 0.006);
        }
        $fitted = self::fitted($raster, $corners);
        self::assertGreaterThan(5.0, array_sum(array_column($fitted->differences, 0)) / 40.0);
        self::assertLessThan(1.0, array_sum(array_column($fitted->differences, 1)) / 40.0);
        self::assertLessThan(3.0, max([0.0, ...array_column($fitted->differences, 1)]));
        self::assertSame('A1', $fitted->patches[0]->name);
        // Light comes from the left, and nothing of the chart gets lighter than it should be.
        self::assertEqualsWithDelta(1.0, max([0.0, ...$fitted->light->factors]), 0.06);
        self::assertGreaterThan($fitted->light->factors[39], $fitted->light->factors[0]);
    }

    public function testCoveredPatchesAreLeftOut(): void
    {
        $raster = self::view('view-8');
        $fitted = self::fitted($raster, ChartFinder::in($raster, self::chart()));
        $out = array_column(array_filter($fitted->patches, static fn ($patch): bool => !$patch->used), 'name');
        self::assertNotEmpty($out);
        self::assertLessThanOrEqual(8, \count($out));
        // The cup stands before the lower right of it.
        foreach ($out as $name) {
            self::assertMatchesRegularExpression('/^[C-E][5-8]$/', $name);
        }
    }

    #[TestWith(['view-9', '/patches only \d+ can be seen|patches \d+ are covered/'])]
    #[TestWith(['view-10', '/in shade/'])]
    public function testWhatCannotBeTrustedIsRefusedWithTheReason(string $view, string $reason): void
    {
        $raster = self::view($view);
        $this->expectException(\InvalidArgumentException::class);
        $this->expectExceptionMessageMatches($reason);
        self::fitted($raster, ChartFinder::in($raster, self::chart()));
    }

    public function testAPhotoWithoutOneAndAnotherChartAreToldApart(): void
    {
        $chart = self::chart();
        try {
            ChartFinder::in(DemoPhoto::read(Outside::root().'/demo/photos/tiles.jpg', 2048), $chart);
            self::fail('There is none.');
        } catch (\InvalidArgumentException $e) {
            self::assertStringContainsString('No chart was found', $e->getMessage());
        }
        // The same patches in another order are another chart.
        $order = array_keys($chart->labs);
        mt_srand(4);
        shuffle($order);
        $other = new ChartReference('', $chart->names, array_map(static fn (int $at): array => $chart->labs[$at], $order), $chart->columns);
        $this->expectException(\InvalidArgumentException::class);
        $this->expectExceptionMessage('not in the colours of this chart');
        ChartFinder::in(self::view('view-1'), $other);
    }

    /** One even light, a sensor that is known: what undoes it comes back. */
    public function testTheMatrixOfASensorComesBack(): void
    {
        $raster = self::view('sensor');
        $fitted = self::fitted($raster, ChartFinder::in($raster, self::chart()));
        self::assertGreaterThan(5.0, array_sum(array_column($fitted->differences, 0)) / 40.0);
        self::assertLessThan(1.0, array_sum(array_column($fitted->differences, 1)) / 40.0);
        self::assertLessThan(3.0, max([0.0, ...array_column($fitted->differences, 1)]));
        // Half light in each channel alone gives the columns of what the correction does, curves included.
        $columns = $fitted->correction->apply(ColourBlock::of(LinearSrgb::class, [[0.3, 0.0, 0.0], [0.0, 0.3, 0.0], [0.0, 0.0, 0.3]]));
        $found = [$columns->a, $columns->b, $columns->c];
        $wanted = array_chunk(Matrix3::inverse(self::SENSOR) ?? [], 3);
        // Exposure is free: it is what makes the chart's white as light as it should be.
        $scale = ($found[0][0] + $found[1][1] + $found[2][2]) / ($wanted[0][0] + $wanted[1][1] + $wanted[2][2]);
        foreach ($wanted as $row => $values) {
            foreach ($values as $column => $value) {
                self::assertEqualsWithDelta($value, $found[$row][$column] / $scale, 0.05, "row $row, column $column");
            }
        }
    }

    /** @param list<array{0: float, 1: float}> $corners */
    private static function fitted(Raster $raster, array $corners): FittedChart
    {
        $chart = self::chart();

        return FittedChart::of(ChartReading::of($raster, $chart, $corners), ChartTerms::Matrix, $chart->columns);
    }

    private static function chart(): ChartReference
    {
        return CgatsReader::read((string) file_get_contents(Outside::root().'/demo/chart/quillhaven-chart.txt'));
    }

    private static function view(string $name): Raster
    {
        return DemoPhoto::read(Outside::root()."/tests/scenes/charts/$name.jpg");
    }
}
