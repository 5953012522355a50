<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

/**
 * Fits mixtures by expectation maximisation: the same on every run.
 *
 * Source: A. P. Dempster, N. M. Laird and D. B. Rubin, Journal of the Royal Statistical Society B 39 (1977); the start is
 * PrincipalSplits; adapting to other data by a prior is that of J.-L. Gauvain
 * and C.-H. Lee, IEEE Transactions on Speech and Audio Processing 2 (1994).
 */
final class MixtureFitter
{
    public const ROUNDS = 25;
    /** Added to each variance, so that a component never shrinks to a single colour. */
    public const FLOOR = 2e-5;
    /** Variance of every component to begin with. */
    public const START_VARIANCE = 0.006;
    /** A component that holds less than this of a point learns nothing from it. */
    private const NEGLIGIBLE = 1e-9;
    /** Below this density of all components together a point is worked out without cutting anything off. */
    private const SPARSE = 1.0;

    /**
     * @param Points       $points at least one
     * @param int<1, max>  $count  components wanted; with fewer different points there are fewer
     */
    public static function fit(Points $points, int $count, int $rounds = self::ROUNDS): Mixture
    {
        // The first half of the rounds need not be as fine: they find their places on half of the points.
        $half = intdiv($rounds, 2);
        $rough = self::improved(self::start($points, $count), $points->thinned(max(1, intdiv($points->count(), 2))), $half);

        return self::improved($rough, $points, $rounds - $half);
    }

    /**
     * A mixture of the kind of another one that fits other colours: components follow what is near them, and stay where
     * nothing speaks for moving.
     *
     * @param float $relevance so many points weigh as much as what was known before
     */
    public static function adapted(Mixture $known, Points $points, float $relevance, int $rounds = self::ROUNDS): Mixture
    {
        $mixture = $known;
        $points = $points->sorted();
        for ($round = 0; $round < $rounds; ++$round) {
            $mixture = self::step($mixture, $points, $known, $relevance);
        }

        return $mixture;
    }

    /** Some rounds of expectation maximisation from a mixture. */
    public static function improved(Mixture $mixture, Points $points, int $rounds): Mixture
    {
        $points = $points->sorted();
        for ($round = 0; $round < $rounds; ++$round) {
            $mixture = self::step($mixture, $points, null, 0.0);
        }

        return $mixture;
    }

    /**
     * Components around groups of points, each with the same share.
     *
     * @param int<1, max> $count
     */
    public static function start(Points $points, int $count): Mixture
    {
        $means = PrincipalSplits::means($points, $count);
        $share = 1.0 / \count($means);
        $v = self::START_VARIANCE;

        return new Mixture(array_map(static fn (array $mean): Gaussian => new Gaussian($share, $mean, [$v, 0.0, 0.0, $v, 0.0, $v]), $means));
    }

    /** @param Points $points sorted */
    private static function step(Mixture $mixture, Points $points, ?Mixture $prior, float $relevance): Mixture
    {
        $n = $points->count();
        $sums = array_fill(0, $n, 0.0);
        $near = [];
        foreach ($mixture->components as $component) {
            [$first, $densities] = $near[] = Densities::near($component, $points);
            foreach ($densities as $j => $density) {
                $sums[$first + $j] += $density;
            }
        }
        [$outliers, $held] = self::outliers($mixture, $points, $sums);
        $components = [];
        foreach ($near as $k => [$first, $densities]) {
            $before = $mixture->components[$k];
            $moments = self::moments($points, $before->mean, $first, $densities, $sums);
            if (0 !== $outliers->count()) {
                $more = self::moments($outliers, $before->mean, 0, $held[$k], array_fill(0, $outliers->count(), 1.0));
                foreach ($more as $j => $moment) {
                    $moments[$j] += $moment;
                }
            }
            $components[] = self::component($moments, $before, $prior->components[$k] ?? $before, $relevance, $n, $mixture->count());
        }

        return new Mixture($components);
    }

    /**
     * Points that lie far from every component, where what was cut off would count. Their sums are made infinite, so that
     * they are left out of the others' loop.
     *
     * @param array<int, float> $sums
     *
     * @return array{0: Points, 1: list<array<int, float>>} the points, and how much of each every component holds
     */
    private static function outliers(Mixture $mixture, Points $points, array &$sums): array
    {
        $x = $y = $z = [];
        foreach ($sums as $i => $sum) {
            if ($sum < self::SPARSE) {
                $x[] = $points->x[$i];
                $y[] = $points->y[$i];
                $z[] = $points->z[$i];
                $sums[$i] = \INF;
            }
        }
        $outliers = new Points($x, $y, $z);

        return [$outliers, [] === $x ? [] : $mixture->posteriors($outliers)[0]];
    }

    /**
     * What some points add to a component, about its mean before: a hot loop.
     *
     * @param array{0: float, 1: float, 2: float} $about
     * @param array<int, float>                      $densities of the points from $first on
     * @param array<int, float>                      $sums      of all components, by point
     *
     * @return array{0: float, 1: float, 2: float, 3: float, 4: float, 5: float, 6: float, 7: float, 8: float, 9: float} weight, x, y, z, xx, xy, xz, yy, yz, zz
     */
    private static function moments(Points $points, array $about, int $first, array $densities, array $sums): array
    {
        [$px, $py, $pz] = [$points->x, $points->y, $points->z];
        [$mx, $my, $mz] = $about;
        $sum = $sx = $sy = $sz = $xx = $xy = $xz = $yy = $yz = $zz = 0.0;
        $i = $first;
        foreach ($densities as $density) {
            $r = $density / $sums[$i];
            if ($r > self::NEGLIGIBLE) {
                $x = $px[$i] - $mx;
                $y = $py[$i] - $my;
                $z = $pz[$i] - $mz;
                $sum += $r;
                $sx += $rx = $r * $x;
                $sy += $ry = $r * $y;
                $sz += $rz = $r * $z;
                $xx += $rx * $x;
                $xy += $rx * $y;
                $xz += $rx * $z;
                $yy += $ry * $y;
                $yz += $ry * $z;
                $zz += $rz * $z;
            }
            ++$i;
        }

        return [$sum, $sx, $sy, $sz, $xx, $xy, $xz, $yy, $yz, $zz];
    }

    /**
     * One component from what it holds.
     *
     * @param array{0: float, 1: float, 2: float, 3: float, 4: float, 5: float, 6: float, 7: float, 8: float, 9: float} $moments about the mean before
     */
    private static function component(array $moments, Gaussian $before, Gaussian $known, float $relevance, int $n, int $count): Gaussian
    {
        [$sum, $sx, $sy, $sz, $xx, $xy, $xz, $yy, $yz, $zz] = $moments;
        $weight = $sum + $relevance;
        if ($weight < 1e-6) {
            // Nothing is near it any more: it stays, and holds next to nothing.
            return new Gaussian(1e-9, $before->mean, $before->covariance);
        }
        // What was known lies this far from the mean before.
        [$kx, $ky, $kz] = [$known->mean[0] - $before->mean[0], $known->mean[1] - $before->mean[1], $known->mean[2] - $before->mean[2]];
        $x = ($sx + $relevance * $kx) / $weight;
        $y = ($sy + $relevance * $ky) / $weight;
        $z = ($sz + $relevance * $kz) / $weight;
        [$cxx, $cxy, $cxz, $cyy, $cyz, $czz] = $known->covariance;
        // The floor is in what was known already.
        $floor = self::FLOOR * $sum / $weight;
        $covariance = [
            ($xx + $relevance * ($cxx + $kx * $kx)) / $weight - $x * $x + $floor,
            ($xy + $relevance * ($cxy + $kx * $ky)) / $weight - $x * $y,
            ($xz + $relevance * ($cxz + $kx * $kz)) / $weight - $x * $z,
            ($yy + $relevance * ($cyy + $ky * $ky)) / $weight - $y * $y + $floor,
            ($yz + $relevance * ($cyz + $ky * $kz)) / $weight - $y * $z,
            ($zz + $relevance * ($czz + $kz * $kz)) / $weight - $z * $z + $floor,
        ];
        $share = ($sum + $relevance * $known->share * $count) / ($n + $relevance * $count);

        return new Gaussian(max(1e-9, $share), [$before->mean[0] + $x, $before->mean[1] + $y, $before->mean[2] + $z], $covariance);
    }
}
