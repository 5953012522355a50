<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Fits mixtures by expectation maximisation: the same on every run.
 *
 * Source: A. P. Dempster, N. M. Laird and D. B. Rubin, Journal of the Royal Statistical Society B 39 (1977); the start is
 * that of D. Arthur and S. Vassilvitskii, k-means++ (SODA 2007); adapting to other data by a prior is that of J.-L. Gauvain
 * and C.-H. Lee, IEEE Transactions on Speech and Audio Processing 2 (1994).
 */
final class MixtureFitter
{
    public const ROUNDS = 25;
    /** Added to each variance, so that a component never shrinks to a single colour. */
    public const FLOOR = 2e-5;
    /** Variance of every component to begin with. */
    public const START_VARIANCE = 0.003;
    private const SEED = 5;
    /** A component that holds less than this of a point learns nothing from it. */
    private const NEGLIGIBLE = 1e-9;

    /**
     * @param Points       $points at least one
     * @param int<1, max>  $count  components wanted; with fewer different points there are fewer
     */
    public static function fit(Points $points, int $count, int $rounds = self::ROUNDS): Mixture
    {
        return self::improved(self::start($points, $count), $points, $rounds);
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
        for ($round = 0; $round < $rounds; ++$round) {
            $mixture = self::step($mixture, $points, $known, $relevance);
        }

        return $mixture;
    }

    /** Some rounds of expectation maximisation from a mixture. */
    public static function improved(Mixture $mixture, Points $points, int $rounds): Mixture
    {
        for ($round = 0; $round < $rounds; ++$round) {
            $mixture = self::step($mixture, $points, null, 0.0);
        }

        return $mixture;
    }

    /** Components around points that lie far from each other, each with the same share. */
    public static function start(Points $points, int $count): Mixture
    {
        $random = new Randomizer(new Mt19937(self::SEED));
        $n = $points->count();
        $next = $random->getInt(0, max(0, $n - 1));
        [$px, $py, $pz] = [$points->x, $points->y, $points->z];
        $nearest = array_fill(0, $n, \INF);
        $means = [];
        while (true) {
            [$x, $y, $z] = $means[] = [$px[$next], $py[$next], $pz[$next]];
            $total = 0.0;
            for ($i = 0; $i < $n; ++$i) {
                $distance = ($px[$i] - $x) ** 2 + ($py[$i] - $y) ** 2 + ($pz[$i] - $z) ** 2;
                if ($distance < $nearest[$i]) {
                    $nearest[$i] = $distance;
                }
                $total += $nearest[$i];
            }
            // Fewer different colours than components: the rest would be doubles.
            if (\count($means) === $count || $total <= 0.0) {
                break;
            }
            $left = $total * $random->getInt(0, 1 << 30) / (1 << 30);
            for ($next = 0; $next < $n - 1 && $left > $nearest[$next]; ++$next) {
                $left -= $nearest[$next];
            }
        }
        $share = 1.0 / \count($means);
        $v = self::START_VARIANCE;

        return new Mixture(array_map(static fn (array $mean): Gaussian => new Gaussian($share, $mean, [$v, 0.0, 0.0, $v, 0.0, $v]), $means));
    }

    private static function step(Mixture $mixture, Points $points, ?Mixture $prior, float $relevance): Mixture
    {
        [$posteriors] = $mixture->posteriors($points);
        $n = $points->count();
        $components = [];
        foreach ($posteriors as $k => $posterior) {
            $before = $prior->components[$k] ?? $mixture->components[$k];
            $components[] = self::component($points, $posterior, $before, $relevance, $n, $mixture->count());
        }

        return new Mixture($components);
    }

    /**
     * One component from how much it holds of each point: a hot loop.
     *
     * @param array<int, float> $posterior
     */
    private static function component(Points $points, array $posterior, Gaussian $before, float $relevance, int $n, int $count): Gaussian
    {
        // Locals: reaching into an object for every value is what would take the time here.
        [$px, $py, $pz] = [$points->x, $points->y, $points->z];
        $sum = $sx = $sy = $sz = 0.0;
        for ($i = 0; $i < $n; ++$i) {
            $r = $posterior[$i];
            if ($r > self::NEGLIGIBLE) {
                $sum += $r;
                $sx += $r * $px[$i];
                $sy += $r * $py[$i];
                $sz += $r * $pz[$i];
            }
        }
        $weight = $sum + $relevance;
        if ($weight < 1e-6) {
            // Nothing is near it any more: it stays, and holds next to nothing.
            return new Gaussian(1e-9, $before->mean, $before->covariance);
        }
        [$mx, $my, $mz] = $before->mean;
        $x = ($sx + $relevance * $mx) / $weight;
        $y = ($sy + $relevance * $my) / $weight;
        $z = ($sz + $relevance * $mz) / $weight;
        $xx = $xy = $xz = $yy = $yz = $zz = 0.0;
        for ($i = 0; $i < $n; ++$i) {
            $r = $posterior[$i];
            if ($r > self::NEGLIGIBLE) {
                $dx = $px[$i] - $x;
                $dy = $py[$i] - $y;
                $dz = $pz[$i] - $z;
                $xx += $r * $dx * $dx;
                $xy += $r * $dx * $dy;
                $xz += $r * $dx * $dz;
                $yy += $r * $dy * $dy;
                $yz += $r * $dy * $dz;
                $zz += $r * $dz * $dz;
            }
        }
        $known = $before->covariance;
        $spread = [$xx, $xy, $xz, $yy, $yz, $zz];
        $away = [($mx - $x) ** 2, ($mx - $x) * ($my - $y), ($mx - $x) * ($mz - $z), ($my - $y) ** 2, ($my - $y) * ($mz - $z), ($mz - $z) ** 2];
        // The floor is in what was known before already.
        $floor = self::FLOOR * $sum / $weight;
        $blend = static fn (int $j): float => ($spread[$j] + $relevance * ($known[$j] + $away[$j])) / $weight;
        $covariance = [$blend(0) + $floor, $blend(1), $blend(2), $blend(3) + $floor, $blend(4), $blend(5) + $floor];

        return new Gaussian(max(1e-9, ($sum + $relevance * $before->share * $count) / ($n + $relevance * $count)), [$x, $y, $z], $covariance);
    }
}
