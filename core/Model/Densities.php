<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

/** Share × density of one component at many points, where it is not next to nothing: what all the mixtures' loops rest on. */
final class Densities
{
    /** Standard deviations from the mean beyond which a component holds nothing: e^−24. */
    private const CUT = 7.0;

    /**
     * A hot loop.
     *
     * @param Points $sorted by x, rising
     *
     * @return array{0: int, 1: array<int, float>} the first point that may be near enough, and the densities of it and those after
     *                                               it as far as they may be; 0 beyond the cut
     */
    public static function near(Gaussian $component, Points $sorted): array
    {
        [$mx, $my, $mz] = $component->mean;
        [$a, $b, $c, $d, $e, $f] = $component->whitening;
        $reach = self::CUT / $a;
        $first = self::firstNotBelow($sorted->x, $mx - $reach);
        $past = self::firstNotBelow($sorted->x, $mx + $reach);
        // Locals: reaching into an object for every value is what would take the time here.
        [$px, $py, $pz] = [$sorted->x, $sorted->y, $sorted->z];
        $peak = $component->logPeak;
        $most = self::CUT * self::CUT;
        $densities = [];
        for ($i = $first; $i < $past; ++$i) {
            $x = $px[$i] - $mx;
            $y = $py[$i] - $my;
            $u = $a * $x;
            $v = $b * $x + $c * $y;
            $q = $u * $u + $v * $v;
            if ($q > $most) {
                $densities[] = 0.0;
                continue;
            }
            $w = $d * $x + $e * $y + $f * ($pz[$i] - $mz);
            $q += $w * $w;
            $densities[] = $q > $most ? 0.0 : exp($peak - 0.5 * $q);
        }

        return [$first, $densities];
    }

    /** @param array<int, float> $rising */
    private static function firstNotBelow(array $rising, float $value): int
    {
        $low = 0;
        $high = \count($rising);
        while ($low < $high) {
            $middle = ($low + $high) >> 1;
            if ($rising[$middle] < $value) {
                $low = $middle + 1;
            } else {
                $high = $middle;
            }
        }

        return $low;
    }
}
