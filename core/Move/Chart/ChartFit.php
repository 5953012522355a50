<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Chart;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\Matrix3;
use Tovrin\Core\Model\Ridge;

/**
 * Finds the correction that brings the patches of a chart nearest to what they should be. The greys give a curve for each channel: exposure, tone and
 * white balance. Then come the coefficients, fitted so that the squares of the differences (CIEDE2000) are least, by Levenberg and Marquardt's
 * method ("An algorithm for least-squares estimation of nonlinear parameters", 1963), from where a linear fit begins. Greys stay grey: the coefficients of each
 * channel sum to one.
 */
final class ChartFit
{
    /** Patches that are needed beside greys for each coefficient that is free, so that noise does not decide. */
    private const SPARE = 1.5;
    private const STEPS = 200;
    private const ROUNDS = 3;
    private const PLAIN = [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]];
    /** So small a difference is none; keeps the root of its square smooth. */
    private const NOTHING = 1e-4;
    private const NUDGE = 1e-5;

    /**
     * @param list<ChartPatch> $patches
     * @param ChartLight|null  $light   that falls on them; even where it is not known
     *
     * @throws \InvalidArgumentException when there are too few that can be used
     */
    public static function of(array $patches, ChartTerms $terms, ?ChartLight $light = null): ChartCorrection
    {
        $lit = null === $light ? $patches : self::lit($patches, $light);
        $used = array_values(array_filter($lit, static fn (ChartPatch $patch): bool => $patch->used));
        $free = $terms->count() - 1;
        $needed = (int) ceil(self::SPARE * $free) + 1;
        $coloured = \count(array_filter($used, static fn (ChartPatch $patch): bool => !$patch->isGrey()));
        if ($coloured < $needed) {
            throw new \InvalidArgumentException(\sprintf('of the coloured patches only %d can be used; it takes %d. Photograph the chart without clipping, and uncovered.', $coloured, $needed));
        }
        $wanted = ColourBlock::of(LabD50::class, array_column($used, 'lab'));
        $measured = ColourBlock::of(LinearSrgb::class, array_column($used, 'measured'));
        $inverse = self::PLAIN;
        $curves = [];
        // No grey is quite grey, and what a camera makes of the rest of its colour is known once the matrix is: a few rounds are enough.
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $curves = self::curves($used, $inverse);
            $balanced = (new ChartCorrection($curves, ChartTerms::Matrix, array_merge(...self::PLAIN)))->apply($measured);
            $inverse = self::inverse(self::whole(self::fitted($balanced, $wanted, ChartTerms::Matrix), ChartTerms::Matrix));
        }

        return new ChartCorrection($curves, $terms, self::whole(self::fitted($balanced, $wanted, $terms), $terms));
    }

    /**
     * @param list<ChartPatch> $patches
     *
     * @return list<ChartPatch> as they should be in a light
     */
    private static function lit(array $patches, ChartLight $light): array
    {
        $wanted = $light->on(ColourBlock::of(LabD50::class, array_column($patches, 'lab'))->in(LinearSrgb::class))->in(LabD50::class);

        return array_map(static fn (ChartPatch $patch, int $at): ChartPatch => new ChartPatch($patch->name, $patch->measured, $wanted->at($at), $patch->used), $patches, array_keys($patches));
    }

    /**
     * @param ColourBlock $balanced linear sRGB, after the curves
     * @param ColourBlock $wanted   Lab
     *
     * @return list<float> the coefficients that are free, of red, green, blue
     */
    private static function fitted(ColourBlock $balanced, ColourBlock $wanted, ChartTerms $terms): array
    {
        $all = [];
        for ($i = 0; $i < $balanced->count(); ++$i) {
            $all[] = $terms->of(...$balanced->at($i));
        }
        $residuals = static function (array $free) use ($all, $terms, $wanted): array {
            /** @var list<float> $free */
            $k = self::whole($free, $terms);
            $n = $terms->count();
            $out = [[], [], []];
            foreach ($all as $row) {
                for ($channel = 0; $channel < 3; ++$channel) {
                    $sum = 0.0;
                    foreach ($row as $term => $value) {
                        $sum += $k[$channel * $n + $term] * $value;
                    }
                    $out[$channel][] = $sum;
                }
            }

            return array_map(static fn (float $difference): float => sqrt($difference ** 2 + self::NOTHING), array_values(DeltaE2000::between((new ColourBlock(LinearSrgb::class, ...$out))->in(LabD50::class), $wanted)));
        };

        return self::least($residuals, self::linear($balanced, $wanted->in(LinearSrgb::class), $terms));
    }

    /**
     * @param list<float> $m a matrix, row by row
     *
     * @return list<list<float>> its inverse, by row
     */
    private static function inverse(array $m): array
    {
        $inverse = Matrix3::inverse($m);

        return null === $inverse ? self::PLAIN : array_chunk($inverse, 3);
    }

    /**
     * Through the greys, by how light they should be; those that noise or a reflection has put out of order are left out.
     *
     * @param list<ChartPatch>  $used
     * @param list<list<float>> $inverse of the matrix that comes after the curves
     *
     * @return list<list<array{0: float, 1: float}>>
     */
    private static function curves(array $used, array $inverse): array
    {
        $greys = array_values(array_filter($used, static fn (ChartPatch $patch): bool => $patch->isGrey()));
        usort($greys, static fn (ChartPatch $one, ChartPatch $other): int => $one->lab[0] <=> $other->lab[0]);
        $wanted = ColourBlock::of(LabD50::class, array_column($greys, 'lab'))->in(LinearSrgb::class);
        $curves = [[], [], []];
        foreach ($inverse as $channel => [$one, $two, $three]) {
            $before = [0.0, 0.0];
            foreach ($greys as $i => $grey) {
                $point = [$grey->measured[$channel], $one * $wanted->a[$i] + $two * $wanted->b[$i] + $three * $wanted->c[$i]];
                if ($point[0] > $before[0] + 1e-4 && $point[1] > $before[1] + 1e-4) {
                    $curves[$channel][] = $point;
                    $before = $point;
                }
            }
        }

        return array_values($curves);
    }

    /**
     * The free coefficients that come nearest in linear light, as relative to each patch's own as can be.
     *
     * @return list<float> of red, green, blue
     */
    private static function linear(ColourBlock $balanced, ColourBlock $wanted, ChartTerms $terms): array
    {
        $rows = $counts = [];
        $targets = [[], [], []];
        for ($i = 0; $i < $balanced->count(); ++$i) {
            [$r, $g, $b] = $balanced->at($i);
            $all = $terms->of($r, $g, $b);
            // Of coefficients that sum to one only the differences from the first term are free.
            $own = [$r, $g, $b];
            $counts[] = 1.0 / (0.02 + max(0.0, $wanted->b[$i])) ** 2;
            foreach ([0, 1, 2] as $channel) {
                $rows[$channel][] = array_map(static fn (int $term): float => $all[$term] - $own[$channel], self::others($channel, $terms));
                $targets[$channel][] = $wanted->at($i)[$channel] - $own[$channel];
            }
        }
        $free = [];
        foreach ([0, 1, 2] as $channel) {
            array_push($free, ...Ridge::solve($rows[$channel] ?? [], $counts, $targets[$channel], $terms->count() - 1, 1e-6));
        }

        return $free;
    }

    /**
     * @param \Closure(list<float>): list<float> $residuals
     * @param list<float>                        $at        where to begin
     *
     * @return list<float> where the sum of their squares is least
     */
    private static function least(\Closure $residuals, array $at): array
    {
        $n = \count($at);
        $now = $residuals($at);
        $sum = self::squares($now);
        $damping = 1e-3;
        for ($step = 0; $step < self::STEPS && $damping < 1e8; ++$step) {
            $rows = array_fill(0, \count($now), []);
            $diagonal = array_fill(0, $n, 0.0);
            for ($k = 0; $k < $n; ++$k) {
                $nudged = $at;
                $nudged[$k] += self::NUDGE;
                $above = $residuals(array_values($nudged));
                $nudged[$k] -= 2.0 * self::NUDGE;
                foreach ($residuals(array_values($nudged)) as $i => $below) {
                    $rows[$i][$k] = ($above[$i] - $below) / (2.0 * self::NUDGE);
                    $diagonal[$k] += $rows[$i][$k] ** 2;
                }
            }
            $before = $sum;
            while ($damping < 1e8) {
                $move = Ridge::solve($rows, array_fill(0, \count($now), 1.0), array_map(static fn (float $value): float => -$value, $now), $n, array_map(static fn (float $d): float => $damping * max(1e-9, $d), array_values($diagonal)));
                $next = array_map(static fn (float $a, float $b): float => $a + $b, $at, $move);
                $there = $residuals($next);
                if (self::squares($there) < $sum) {
                    [$at, $now, $sum, $damping] = [$next, $there, self::squares($there), max(1e-9, $damping / 5.0)];
                    break;
                }
                $damping *= 4.0;
            }
            if ($before - $sum < 1e-6 * $before) {
                break;
            }
        }

        return $at;
    }

    /**
     * @param list<float> $free
     *
     * @return list<float> with those that follow, since each channel's sum to one
     */
    private static function whole(array $free, ChartTerms $terms): array
    {
        $n = $terms->count();
        $whole = array_fill(0, 3 * $n, 0.0);
        $at = 0;
        foreach ([0, 1, 2] as $channel) {
            $rest = 1.0;
            foreach (self::others($channel, $terms) as $term) {
                $whole[$channel * $n + $term] = $free[$at];
                $rest -= $free[$at++];
            }
            $whole[$channel * $n + $channel] = $rest;
        }

        return array_values($whole);
    }

    /** @return list<int> the terms beside a channel's own */
    private static function others(int $channel, ChartTerms $terms): array
    {
        return array_values(array_diff(range(0, $terms->count() - 1), [$channel]));
    }

    /** @param list<float> $values */
    private static function squares(array $values): float
    {
        return array_sum(array_map(static fn (float $value): float => $value * $value, $values));
    }
}
