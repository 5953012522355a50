<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

/** One component of a mixture: how colours of one family are spread. In the coordinates of ColourModel. */
final readonly class Gaussian
{
    private const HALF_LOG_2PI = 0.9189385332046727;

    /** @var array{0: float, 1: float, 2: float, 3: float, 4: float, 5: float} takes a deviation to unit variance: lower triangle, row by row */
    public array $whitening;

    /** Logarithm of share × density at the mean. */
    public float $logPeak;

    /**
     * @param float                                                               $share      of all colours, above 0
     * @param array{0: float, 1: float, 2: float}                                 $mean
     * @param array{0: float, 1: float, 2: float, 3: float, 4: float, 5: float} $covariance xx, xy, xz, yy, yz, zz
     *
     * @throws \InvalidArgumentException when the covariance is none: not positive definite, or not finite
     */
    public function __construct(public float $share, public array $mean, public array $covariance)
    {
        [$xx, $xy, $xz, $yy, $yz, $zz] = $covariance;
        // Cholesky: covariance = L·Lᵀ.
        $l00 = sqrt(max(0.0, $xx));
        $l10 = $l00 > 0.0 ? $xy / $l00 : 0.0;
        $l20 = $l00 > 0.0 ? $xz / $l00 : 0.0;
        $l11 = sqrt(max(0.0, $yy - $l10 * $l10));
        $l21 = $l11 > 0.0 ? ($yz - $l20 * $l10) / $l11 : 0.0;
        $l22 = sqrt(max(0.0, $zz - $l20 * $l20 - $l21 * $l21));
        $volume = $l00 * $l11 * $l22;
        if (!is_finite($volume) || $volume <= 0.0 || !($share > 0.0) || !is_finite(array_sum($mean))) {
            throw new \InvalidArgumentException('A component of a colour model needs a share above 0 and a covariance that is positive definite.');
        }
        $this->whitening = [1.0 / $l00, -$l10 / ($l00 * $l11), 1.0 / $l11, ($l10 * $l21 - $l11 * $l20) / $volume, -$l21 / ($l11 * $l22), 1.0 / $l22];
        $this->logPeak = log($share) - log($volume) - 3.0 * self::HALF_LOG_2PI;
    }
}
