<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;

/** Mean and covariance of colours in OKLab. */
final readonly class Moments
{
    /** Points that stand for the moments; see points(). */
    public const POINTS = 6;

    /**
     * @param array{0: float, 1: float, 2: float}                                 $mean
     * @param array{0: float, 1: float, 2: float, 3: float, 4: float, 5: float} $covariance LL, La, Lb, aa, ab, bb
     */
    public function __construct(public array $mean, public array $covariance)
    {
    }

    /** @param ColourBlock $colours any space, at least one */
    public static function of(ColourBlock $colours): self
    {
        $lab = $colours->in(OkLab::class);
        $n = max(1, $lab->count());
        $mean = [array_sum($lab->a) / $n, array_sum($lab->b) / $n, array_sum($lab->c) / $n];
        $covariance = [0.0, 0.0, 0.0, 0.0, 0.0, 0.0];
        foreach ($lab->a as $i => $light) {
            $l = $light - $mean[0];
            $a = $lab->b[$i] - $mean[1];
            $b = $lab->c[$i] - $mean[2];
            $covariance[0] += $l * $l;
            $covariance[1] += $l * $a;
            $covariance[2] += $l * $b;
            $covariance[3] += $a * $a;
            $covariance[4] += $a * $b;
            $covariance[5] += $b * $b;
        }

        return new self($mean, [$covariance[0] / $n, $covariance[1] / $n, $covariance[2] / $n, $covariance[3] / $n, $covariance[4] / $n, $covariance[5] / $n]);
    }

    /**
     * Six colours with just these moments: what something makes of the colours as a whole can be read off them (the unscented
     * transform of Julier and Uhlmann, 1997).
     *
     * @return list<array{0: float, 1: float, 2: float}> OKLab
     */
    public function points(): array
    {
        [$ll, $la, $lb, $aa, $ab, $bb] = $this->covariance;
        // Cholesky, columns of the lower triangle, times √3.
        $p = sqrt(max(1e-12, $ll));
        [$q, $r] = [$la / $p, $lb / $p];
        $s = sqrt(max(1e-12, $aa - $q * $q));
        $t = ($ab - $q * $r) / $s;
        $u = sqrt(max(1e-12, $bb - $r * $r - $t * $t));
        $points = [];
        foreach ([[$p, $q, $r], [0.0, $s, $t], [0.0, 0.0, $u]] as [$l, $a, $b]) {
            foreach ([\M_SQRT3, -\M_SQRT3] as $far) {
                $points[] = [$this->mean[0] + $far * $l, $this->mean[1] + $far * $a, $this->mean[2] + $far * $b];
            }
        }

        return $points;
    }

    /** How colourful the colours are: the root of their mean squared chroma. */
    public function chroma(): float
    {
        return sqrt($this->mean[1] ** 2 + $this->mean[2] ** 2 + $this->covariance[3] + $this->covariance[5]);
    }
}
