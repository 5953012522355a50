<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

/** A mixture of Gaussians: a photo's colours as families, at one scale. */
final readonly class Mixture
{
    /** @param non-empty-list<Gaussian> $components whose shares sum to one */
    public function __construct(public array $components)
    {
    }

    public function count(): int
    {
        return \count($this->components);
    }

    /**
     * How much each component holds of each colour: a hot loop.
     *
     * @return array{0: non-empty-list<array<int, float>>, 1: list<float>} by component the posterior of each point, which sum to
     *                                                               one over the components; the log density of each point
     */
    public function posteriors(Points $points): array
    {
        $n = $points->count();
        [$px, $py, $pz] = [$points->x, $points->y, $points->z];
        $logs = [];
        foreach ($this->components as $component) {
            [$mx, $my, $mz] = $component->mean;
            [$a, $b, $c, $d, $e, $f] = $component->whitening;
            $peak = $component->logPeak;
            $log = [];
            for ($i = 0; $i < $n; ++$i) {
                $x = $px[$i] - $mx;
                $y = $py[$i] - $my;
                $z = $pz[$i] - $mz;
                $u = $a * $x;
                $v = $b * $x + $c * $y;
                $w = $d * $x + $e * $y + $f * $z;
                $log[] = $peak - 0.5 * ($u * $u + $v * $v + $w * $w);
            }
            $logs[] = $log;
        }
        // Relative to the likeliest component, so that nothing underflows far from all of them.
        $most = $logs[0];
        foreach ($logs as $log) {
            for ($i = 0; $i < $n; ++$i) {
                if ($log[$i] > $most[$i]) {
                    $most[$i] = $log[$i];
                }
            }
        }
        $sums = array_fill(0, $n, 0.0);
        $posteriors = [];
        foreach ($logs as $log) {
            for ($i = 0; $i < $n; ++$i) {
                $log[$i] = exp($log[$i] - $most[$i]);
                $sums[$i] += $log[$i];
            }
            $posteriors[] = $log;
        }
        $densities = [];
        for ($i = 0; $i < $n; ++$i) {
            $densities[] = $most[$i] + log($sums[$i]);
            $sums[$i] = 1.0 / $sums[$i];
        }
        foreach ($posteriors as $k => $posterior) {
            for ($i = 0; $i < $n; ++$i) {
                $posterior[$i] *= $sums[$i];
            }
            $posteriors[$k] = $posterior;
        }

        return [$posteriors, $densities];
    }

    /** The same as it is written into files, so that what is read again is what was used. */
    public function rounded(): self
    {
        $round = static fn (float $v): float => 0.0 === $v ? 0.0 : round($v, 5 - (int) floor(log10(abs($v))));

        return new self(array_map(static fn (Gaussian $one): Gaussian => new Gaussian(
            $round($one->share),
            [round($one->mean[0], 5), round($one->mean[1], 5), round($one->mean[2], 5)],
            [$round($one->covariance[0]), $round($one->covariance[1]), $round($one->covariance[2]), $round($one->covariance[3]), $round($one->covariance[4]), $round($one->covariance[5])],
        ), $this->components));
    }

    /** Mean log density of some colours. */
    public function logLikelihood(Points $points): float
    {
        return array_sum($this->posteriors($points)[1]) / max(1, $points->count());
    }
}
