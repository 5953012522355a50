<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Library\PreviewPixels;
use Tovrin\Core\Format\CgatsReader;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Move\Chart\ChartFit;
use Tovrin\Core\Move\Chart\ChartPatch;
use Tovrin\Core\Move\Chart\ChartTerms;
use Tovrin\Core\Move\Kind\Chart;
use Tovrin\Core\Reading\ChartReading;

/** Makes a move that puts colours right, from a chart in a photo and what its patches should be. */
final readonly class ChartMaker
{
    public function __construct(private PreviewPixels $pixels)
    {
    }

    /**
     * @param string                          $reference as a measuring program saves it
     * @param list<array{0: float, 1: float}> $corners   of the chart in the photo, clockwise from its first patch, as shares of width and height
     * @param int                             $columns   of the chart; 0 where the names of its patches tell
     *
     * @throws Refused naming what is wrong with the file, the corners or the patches
     */
    public function read(Photo $photo, string $reference, string $name, array $corners, int $columns, ChartTerms $terms): Chart
    {
        try {
            $chart = CgatsReader::read($reference);
            if ($columns > 0 || 0 === $chart->columns) {
                $chart = $chart->in($columns);
            }
            $patches = ChartReading::of($this->pixels->raster($photo), $chart, $corners);

            return new Chart(ChartFit::of($patches, $terms), $patches, $corners, $chart->columns, '' === $chart->title ? $name : $chart->title, $terms);
        } catch (FormatError|\InvalidArgumentException $e) {
            throw new Refused(ucfirst($e->getMessage()), 0, $e);
        }
    }

    /** The same chart, corrected in another way. */
    public function refitted(Chart $chart, ChartTerms $terms): Chart
    {
        try {
            return new Chart(ChartFit::of($chart->patches, $terms), $chart->patches, $chart->corners, $chart->columns, $chart->name, $terms);
        } catch (\InvalidArgumentException $e) {
            throw new Refused(ucfirst($e->getMessage()), 0, $e);
        }
    }

    public static function view(Chart $chart): ChartView
    {
        $differences = $chart->correction?->differences($chart->patches) ?? [];
        $used = array_filter($differences, static fn (int $index): bool => $chart->patches[$index]->used, \ARRAY_FILTER_USE_KEY);
        $mean = static fn (int $which): float => [] === $used ? 0.0 : array_sum(array_column($used, $which)) / \count($used);

        return new ChartView(
            new Grade([new Move($chart, id: 'm1')]),
            array_map(static fn (ChartPatch $patch, array $pair): PatchView => PatchView::of($patch, $pair), $chart->patches, $differences),
            $mean(0),
            $mean(1),
            [] === $used ? 0.0 : max(array_column($used, 1)),
        );
    }
}
