<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading\Chart;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\Chart\ChartPatch;
use Tovrin\Core\Move\Chart\ChartReference;
use Tovrin\Core\Reading\Raster;

/** Reads the patches of a chart off a photo, given where its corners are. */
final class ChartReading
{
    /** Of a patch's width and height, the middle that is read: its rim may be another patch's, or the frame. */
    private const MIDDLE = 0.4;
    /** Pixels along each side of that, at most. */
    private const SAMPLES = 24;
    /** So much of a patch may be at an end of what a photo holds. */
    private const CLIPPED_MOST = 0.02;
    /** Between the middle half of its pixels; more is no patch of one colour, in shares of 1. */
    private const SPREAD_MOST = 0.06;
    /** Pixels of a patch's width; fewer are all rim. */
    private const PIXELS_LEAST = 4.0;

    /**
     * @param list<array{0: float, 1: float}> $corners clockwise from the corner at the first patch, as shares of width and height
     *
     * @return list<ChartPatch> those that are clipped or covered are marked as not to be used
     *
     * @throws \InvalidArgumentException when they make no chart
     */
    public static function of(Raster $raster, ChartReference $reference, array $corners): array
    {
        [$columns, $rows] = [$reference->columns, $reference->rows()];
        $place = Perspective::ofCorners(array_map(static fn (array $corner): array => [$corner[0] * $raster->width, $corner[1] * $raster->height], $corners));
        $patches = [];
        foreach ($reference->names as $index => $name) {
            [$column, $row] = [$index % $columns, intdiv($index, $columns)];
            $across = $place->at(($column + 0.5) / $columns, ($row + 0.5) / $rows);
            $next = $place->at(($column + 0.5 + self::MIDDLE / 2.0) / $columns, ($row + 0.5 + self::MIDDLE / 2.0) / $rows);
            if (hypot($next[0] - $across[0], $next[1] - $across[1]) < self::PIXELS_LEAST * self::MIDDLE / 2.0) {
                throw new \InvalidArgumentException('The chart is too small in this photo: its patches are only a few pixels wide. Take a closer photo of it.');
            }
            $levels = [[], [], []];
            $clipped = 0;
            for ($i = 0; $i < self::SAMPLES ** 2; ++$i) {
                $u = ($i % self::SAMPLES + 0.5) / self::SAMPLES - 0.5;
                $v = (intdiv($i, self::SAMPLES) + 0.5) / self::SAMPLES - 0.5;
                [$x, $y] = $place->at(($column + 0.5 + self::MIDDLE * $u) / $columns, ($row + 0.5 + self::MIDDLE * $v) / $rows);
                if ($x < 0.0 || $y < 0.0 || $x >= $raster->width || $y >= $raster->height) {
                    throw new \InvalidArgumentException(\sprintf('The chart reaches beyond the photo at patch %s. All of it has to be in the picture.', $name));
                }
                $at = 3 * ((int) $y * $raster->width + (int) $x);
                $pixel = [\ord($raster->rgb[$at]), \ord($raster->rgb[$at + 1]), \ord($raster->rgb[$at + 2])];
                $clipped += max($pixel) >= 254 || max($pixel) <= 1 ? 1 : 0;
                foreach ($pixel as $channel => $level) {
                    $levels[$channel][] = $level / 255.0;
                }
            }
            [$means, $spread] = self::middle($levels);
            $patches[] = new ChartPatch($name, ColourBlock::of(Srgb::class, [$means])->in(LinearSrgb::class)->at(0), $reference->labs[$index], $clipped <= self::CLIPPED_MOST * self::SAMPLES ** 2 && $spread <= self::SPREAD_MOST);
        }

        return $patches;
    }

    /**
     * The mean of the middle half of each channel, which no speck moves and which is finer than a level; and the widest of these halves.
     *
     * @param list<list<float>> $levels by channel
     *
     * @return array{0: array{0: float, 1: float, 2: float}, 1: float}
     */
    private static function middle(array $levels): array
    {
        $means = [];
        $widest = 0.0;
        foreach ($levels as $values) {
            sort($values);
            $half = \array_slice($values, intdiv(\count($values), 4), intdiv(\count($values), 2));
            $means[] = array_sum($half) / \count($half);
            $widest = max($widest, $half[\count($half) - 1] - $half[0]);
        }

        return [[$means[0], $means[1], $means[2]], $widest];
    }
}
