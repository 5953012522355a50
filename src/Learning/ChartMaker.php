<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\App\Exception\Refused;
use Tovrin\Core\Format\CgatsReader;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Move\Chart\ChartTerms;
use Tovrin\Core\Move\Chart\FittedChart;
use Tovrin\Core\Move\Kind\Chart;
use Tovrin\Core\Reading\Chart\ChartFinder;
use Tovrin\Core\Reading\Chart\ChartReading;
use Tovrin\Core\Reading\Raster;

/** Makes a move that puts colours right, from a chart in a photo and what its patches should be. */
final class ChartMaker
{
    /**
     * @param string                          $reference as a measuring program saves it
     * @param string                          $name      of the chart, where the file has none
     * @param list<array{0: float, 1: float}> $corners   of the chart in the photo, clockwise from its first patch, as shares of width and height; none to have it found
     * @param int                             $columns   of the chart; 0 where the names of its patches tell
     *
     * @throws Refused naming what is wrong with the file, the corners or the patches
     */
    public static function read(Raster $raster, string $reference, string $name, array $corners, int $columns, ChartTerms $terms): ChartView
    {
        try {
            $chart = CgatsReader::read($reference);
            if ($columns > 0 || 0 === $chart->columns) {
                $chart = $chart->in($columns);
            }
            $corners = [] === $corners ? ChartFinder::in($raster, $chart) : $corners;
            $fitted = FittedChart::of(ChartReading::of($raster, $chart, $corners), $terms, $chart->columns);

            return ChartView::of(new Chart($fitted->correction, $fitted->patches, $corners, $chart->columns, '' === $chart->title ? $name : $chart->title, $terms), $fitted);
        } catch (FormatError|\InvalidArgumentException $e) {
            throw new Refused(ucfirst($e->getMessage()), 0, $e);
        }
    }

    /** The same chart, corrected by the method it names. */
    public static function refitted(Chart $chart): ChartView
    {
        try {
            $fitted = FittedChart::of($chart->patches, $chart->terms, max(1, $chart->columns));

            return ChartView::of(new Chart($fitted->correction, $fitted->patches, $chart->corners, $chart->columns, $chart->name, $chart->terms), $fitted);
        } catch (\InvalidArgumentException $e) {
            throw new Refused(ucfirst($e->getMessage()), 0, $e);
        }
    }
}
