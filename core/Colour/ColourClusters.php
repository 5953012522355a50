<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * Families of colour found in many colours: weighted k-means in OKLab, the same on every run.
 *
 * Lightness counts little and the strength of a colour counts less the stronger it is, so that the
 * light, the shaded and the shining side of one thing stay together while hues part. Colours are
 * first counted into small cells (each stands at the mean of what fell into it), which makes the
 * work independent of how many there are. Source: Lloyd, "Least squares quantization in PCM" (1982),
 * started from the far points of Gonzalez (1985), weighted, so that no chance is involved.
 */
final readonly class ColourClusters
{
    private const LIGHT_WEIGHT = 0.22;
    /** Chroma c counts as √(c + SOFT) − √SOFT, times SPREAD: nearly in proportion while weak, ever less when strong. */
    private const SOFT = 0.02;
    private const SPREAD = 0.4472;
    private const CELL = 0.012;
    private const ROUNDS = 14;

    /**
     * @param list<array{0: float, 1: float, 2: float}> $centres OKLab means, largest family first
     * @param list<float>                                   $shares  share of all colours in each, summing to 1
     */
    private function __construct(public array $centres, public array $shares)
    {
    }

    /**
     * @param ColourBlock $colours  any space
     * @param int         $most     the most families wanted, at least 1
     * @param float       $distance families closer than this on the scale of measure() are one
     * @param float       $least    families with a smaller share join the nearest one
     */
    public static function of(ColourBlock $colours, int $most, float $distance = 0.05, float $least = 0.0): self
    {
        $cells = self::cells($colours->in(OkLab::class));
        if ([] === $cells) {
            return new self([], []);
        }
        $centres = self::refine($cells, self::farPoints($cells, $most));
        $centres = self::join($centres, $distance, $least * array_sum(array_column($cells, 3)));
        $centres = self::join(self::refine($cells, array_map(static fn (array $c): array => [$c[0], $c[1], $c[2]], $centres)), 0.0, 0.0);
        usort($centres, static fn (array $p, array $q): int => [$q[3], $p[0], $p[1], $p[2]] <=> [$p[3], $q[0], $q[1], $q[2]]);
        $total = array_sum(array_column($centres, 3));

        return new self(
            array_map(static fn (array $c): array => [$c[0], $c[1], $c[2]], $centres),
            array_map(static fn (array $c): float => $c[3] / $total, $centres),
        );
    }

    /**
     * Which family each colour belongs to: a hot loop.
     *
     * @param list<array{0: float, 1: float, 2: float}> $centres OKLab
     *
     * @return array<int, int> index into $centres
     */
    public static function assign(ColourBlock $colours, array $centres): array
    {
        [$light, $green, $blue] = self::measure($colours->in(OkLab::class));
        [$x, $y, $z] = self::measure(ColourBlock::of(OkLab::class, $centres));
        $k = \count($centres);
        $n = \count($light);
        $nearest = [];
        for ($i = 0; $i < $n; ++$i) {
            $best = 0;
            $least = \INF;
            for ($j = 0; $j < $k; ++$j) {
                $p = $light[$i] - $x[$j];
                $q = $green[$i] - $y[$j];
                $r = $blue[$i] - $z[$j];
                $d = $p * $p + $q * $q + $r * $r;
                if ($d < $least) {
                    $least = $d;
                    $best = $j;
                }
            }
            $nearest[] = $best;
        }

        return $nearest;
    }

    /**
     * Coordinates in which distance tells families apart: a hot loop.
     *
     * @return array{0: array<int, float>, 1: array<int, float>, 2: array<int, float>}
     */
    public static function measure(ColourBlock $lab): array
    {
        $light = $lab->a;
        $green = $lab->b;
        $blue = $lab->c;
        $root = sqrt(self::SOFT);
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $light[$i] *= self::LIGHT_WEIGHT;
            $chroma = sqrt($green[$i] * $green[$i] + $blue[$i] * $blue[$i]);
            if ($chroma > 0.0) {
                $scale = self::SPREAD * (sqrt($chroma + self::SOFT) - $root) / $chroma;
                $green[$i] *= $scale;
                $blue[$i] *= $scale;
            }
        }

        return [$light, $green, $blue];
    }

    /** @return list<array{0: float, 1: float, 2: float, 3: float}> mean L, a, b and count of each occupied cell */
    private static function cells(ColourBlock $lab): array
    {
        [$x, $y, $z] = self::measure($lab);
        $light = $lab->a;
        $green = $lab->b;
        $blue = $lab->c;
        $sums = [];
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $key = ((int) floor($x[$i] / self::CELL) + 512) << 20
                | ((int) floor($y[$i] / self::CELL) + 512) << 10
                | ((int) floor($z[$i] / self::CELL) + 512);
            if (isset($sums[$key])) {
                $sums[$key][0] += $light[$i];
                $sums[$key][1] += $green[$i];
                $sums[$key][2] += $blue[$i];
                $sums[$key][3] += 1.0;
            } else {
                $sums[$key] = [$light[$i], $green[$i], $blue[$i], 1.0];
            }
        }
        ksort($sums);
        $cells = [];
        foreach ($sums as [$l, $a, $b, $count]) {
            $cells[] = [$l / $count, $a / $count, $b / $count, $count];
        }

        return $cells;
    }

    /**
     * @param non-empty-list<array{0: float, 1: float, 2: float, 3: float}> $cells
     *
     * @return list<array{0: float, 1: float, 2: float}>
     */
    private static function farPoints(array $cells, int $most): array
    {
        $first = 0;
        foreach ($cells as $i => $cell) {
            if ($cell[3] > $cells[$first][3]) {
                $first = $i;
            }
        }
        $points = [[$cells[$first][0], $cells[$first][1], $cells[$first][2]]];
        [$x, $y, $z] = self::measure(ColourBlock::of(OkLab::class, array_map(static fn (array $c): array => [$c[0], $c[1], $c[2]], $cells)));
        $nearest = array_fill(0, \count($cells), \INF);
        $newest = $first;
        while (\count($points) < min($most, \count($cells))) {
            $best = 0;
            $score = 0.0;
            foreach ($cells as $i => $cell) {
                $d = ($x[$i] - $x[$newest]) ** 2 + ($y[$i] - $y[$newest]) ** 2 + ($z[$i] - $z[$newest]) ** 2;
                $nearest[$i] = min($nearest[$i], $d);
                // A rare colour far out counts, but not a single stray pixel.
                $s = $nearest[$i] * sqrt($cell[3]);
                if ($s > $score) {
                    $score = $s;
                    $best = $i;
                }
            }
            if ($score <= 0.0) {
                break;
            }
            $newest = $best;
            $points[] = [$cells[$best][0], $cells[$best][1], $cells[$best][2]];
        }

        return $points;
    }

    /**
     * @param list<array{0: float, 1: float, 2: float, 3: float}> $cells
     * @param list<array{0: float, 1: float, 2: float}>           $centres
     *
     * @return list<array{0: float, 1: float, 2: float, 3: float}> means and counts of the families that have members
     */
    private static function refine(array $cells, array $centres): array
    {
        $block = ColourBlock::of(OkLab::class, array_map(static fn (array $c): array => [$c[0], $c[1], $c[2]], $cells));
        $families = [];
        $before = null;
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $nearest = self::assign($block, $centres);
            if ($nearest === $before) {
                break;
            }
            $before = $nearest;
            $light = $green = $blue = $counts = array_fill(0, \count($centres), 0.0);
            foreach ($nearest as $i => $j) {
                [$l, $a, $b, $count] = $cells[$i];
                $light[$j] += $l * $count;
                $green[$j] += $a * $count;
                $blue[$j] += $b * $count;
                $counts[$j] += $count;
            }
            $families = [];
            foreach ($counts as $j => $count) {
                if ($count > 0.0) {
                    $families[] = [$light[$j] / $count, $green[$j] / $count, $blue[$j] / $count, $count];
                }
            }
            $centres = array_map(static fn (array $f): array => [$f[0], $f[1], $f[2]], $families);
        }

        return $families;
    }

    /**
     * @param list<array{0: float, 1: float, 2: float, 3: float}> $families
     *
     * @return list<array{0: float, 1: float, 2: float, 3: float}>
     */
    private static function join(array $families, float $distance, float $leastCount): array
    {
        while (\count($families) > 1) {
            $pair = null;
            $least = \INF;
            [$x, $y, $z] = self::measure(ColourBlock::of(OkLab::class, array_map(static fn (array $f): array => [$f[0], $f[1], $f[2]], $families)));
            foreach ($families as $i => $p) {
                for ($j = $i + 1; $j < \count($families); ++$j) {
                    $q = $families[$j];
                    $d = sqrt(($x[$i] - $x[$j]) ** 2 + ($y[$i] - $y[$j]) ** 2 + ($z[$i] - $z[$j]) ** 2);
                    $small = min($p[3], $q[3]) < $leastCount;
                    if (($d < $distance || $small) && $d < $least) {
                        $least = $d;
                        $pair = [$i, $j];
                    }
                }
            }
            if (null === $pair) {
                break;
            }
            [$i, $j] = $pair;
            $p = $families[$i];
            $q = $families[$j];
            $count = $p[3] + $q[3];
            $families[$i] = [($p[0] * $p[3] + $q[0] * $q[3]) / $count, ($p[1] * $p[3] + $q[1] * $q[3]) / $count, ($p[2] * $p[3] + $q[2] * $q[3]) / $count, $count];
            array_splice($families, $j, 1);
        }

        return $families;
    }
}
