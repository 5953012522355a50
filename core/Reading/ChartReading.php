<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\Chart\ChartPatch;
use Tovrin\Core\Move\Chart\ChartReference;

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
        $place = self::perspective(array_map(static fn (array $corner): array => [$corner[0] * $raster->width, $corner[1] * $raster->height], $corners));
        $patches = [];
        foreach ($reference->names as $index => $name) {
            [$column, $row] = [$index % $columns, intdiv($index, $columns)];
            $across = $place(($column + 0.5) / $columns, ($row + 0.5) / $rows);
            $next = $place(($column + 0.5 + self::MIDDLE / 2.0) / $columns, ($row + 0.5 + self::MIDDLE / 2.0) / $rows);
            if (hypot($next[0] - $across[0], $next[1] - $across[1]) < self::PIXELS_LEAST * self::MIDDLE / 2.0) {
                throw new \InvalidArgumentException('The chart is too small in this photo: its patches are only a few pixels wide. Take a closer photo of it.');
            }
            $levels = [[], [], []];
            $clipped = 0;
            for ($i = 0; $i < self::SAMPLES ** 2; ++$i) {
                $u = ($i % self::SAMPLES + 0.5) / self::SAMPLES - 0.5;
                $v = (intdiv($i, self::SAMPLES) + 0.5) / self::SAMPLES - 0.5;
                [$x, $y] = $place(($column + 0.5 + self::MIDDLE * $u) / $columns, ($row + 0.5 + self::MIDDLE * $v) / $rows);
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
     * From the unit square to four corners.
     *
     * Source: Heckbert, "Fundamentals of Texture Mapping and Image Warping" (1989), section 2.2.3.
     *
     * @param list<array{0: float, 1: float}> $corners clockwise from (0, 0)
     *
     * @return \Closure(float, float): array{0: float, 1: float}
     */
    public static function perspective(array $corners): \Closure
    {
        if (4 !== \count($corners)) {
            throw new \InvalidArgumentException('A chart has four corners.');
        }
        $turns = [];
        foreach ([0, 1, 2, 3] as $i) {
            [$a, $b, $c] = [$corners[$i], $corners[($i + 1) % 4], $corners[($i + 2) % 4]];
            $turns[] = ($b[0] - $a[0]) * ($c[1] - $b[1]) - ($b[1] - $a[1]) * ($c[0] - $b[0]);
        }
        if (min($turns) * max($turns) <= 0.0) {
            throw new \InvalidArgumentException('These corners make no chart: give them one after another, clockwise from the first patch.');
        }
        [[$x0, $y0], [$x1, $y1], [$x2, $y2], [$x3, $y3]] = $corners;
        [$sx, $sy] = [$x0 - $x1 + $x2 - $x3, $y0 - $y1 + $y2 - $y3];
        [$dx1, $dy1, $dx2, $dy2] = [$x1 - $x2, $y1 - $y2, $x3 - $x2, $y3 - $y2];
        $d = $dx1 * $dy2 - $dx2 * $dy1;
        $g = ($sx * $dy2 - $dx2 * $sy) / $d;
        $h = ($dx1 * $sy - $sx * $dy1) / $d;

        return static function (float $u, float $v) use ($x0, $y0, $x1, $y1, $x3, $y3, $g, $h): array {
            $w = $g * $u + $h * $v + 1.0;

            return [(($x1 - $x0 + $g * $x1) * $u + ($x3 - $x0 + $h * $x3) * $v + $x0) / $w, (($y1 - $y0 + $g * $y1) * $u + ($y3 - $y0 + $h * $y3) * $v + $y0) / $w];
        };
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
