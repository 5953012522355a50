<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Model\Moments;

/**
 * The linear map that gives colours the mean and covariance of others with the least change: Monge–Kantorovich, T =
 * A^−½ (A^½ B A^½)^½ A^−½ for covariances A and B. Source: Pitié and Kokaram, "The linear Monge–Kantorovitch linear colour mapping
 * for example-based colour transfer" (2007).
 *
 * @phpstan-type Matrix array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}, 2: array{0: float, 1: float, 2: float}}
 */
final readonly class LinearTransport
{
    /** Variance that colours have at least, so that those of one colour can be mapped too. */
    private const LEAST = 1e-8;

    /**
     * @param Matrix                                $matrix what becomes of a deviation from the mean: symmetric
     * @param array{0: float, 1: float, 2: float} $from   mean
     * @param array{0: float, 1: float, 2: float} $to     mean
     */
    private function __construct(public array $matrix, public array $from, public array $to)
    {
    }

    /** @param float $limit how many times deviations may be stretched or shrunk, at least 1 */
    public static function between(Moments $from, Moments $to, float $limit = \INF): self
    {
        $a = self::square($from->covariance);
        $root = self::power($a, 0.5, self::LEAST);
        $back = self::power($a, -0.5, self::LEAST);
        $inner = self::power(self::times(self::times($root, self::square($to->covariance)), $root), 0.5, 0.0);
        [$values, $vectors] = self::eigen(self::times(self::times($back, $inner), $back));

        return new self(self::joined(array_map(static fn (float $v): float => max(1.0 / $limit, min($limit, $v)), $values), $vectors), $from->mean, $to->mean);
    }

    /**
     * @param array{0: float, 1: float, 2: float, 3: float, 4: float, 5: float} $c
     *
     * @return Matrix
     */
    private static function square(array $c): array
    {
        return [[$c[0], $c[1], $c[2]], [$c[1], $c[3], $c[4]], [$c[2], $c[4], $c[5]]];
    }

    /**
     * @param Matrix $m symmetric
     *
     * @return Matrix
     */
    private static function power(array $m, float $exponent, float $least): array
    {
        [$values, $vectors] = self::eigen($m);

        return self::joined(array_map(static fn (float $v): float => max($least, $v) ** $exponent, $values), $vectors);
    }

    /**
     * @param array{0: float, 1: float, 2: float} $values
     * @param Matrix                                $vectors in columns
     *
     * @return Matrix
     */
    private static function joined(array $values, array $vectors): array
    {
        $row = static fn (int $i): array => array_map(static fn (int $j): float => $values[0] * $vectors[$i][0] * $vectors[$j][0] + $values[1] * $vectors[$i][1] * $vectors[$j][1] + $values[2] * $vectors[$i][2] * $vectors[$j][2], [0, 1, 2]);

        return [$row(0), $row(1), $row(2)];
    }

    /**
     * @param Matrix $p
     * @param Matrix $q
     *
     * @return Matrix
     */
    private static function times(array $p, array $q): array
    {
        $row = static fn (int $i): array => array_map(static fn (int $j): float => $p[$i][0] * $q[0][$j] + $p[$i][1] * $q[1][$j] + $p[$i][2] * $q[2][$j], [0, 1, 2]);

        return [$row(0), $row(1), $row(2)];
    }

    /**
     * Eigenvalues and -vectors by Jacobi's rotations.
     *
     * @param Matrix $m symmetric
     *
     * @return array{0: array{0: float, 1: float, 2: float}, 1: Matrix} vectors in columns
     */
    private static function eigen(array $m): array
    {
        $v = [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]];
        for ($sweep = 0; $sweep < 30; ++$sweep) {
            foreach ([[0, 1], [0, 2], [1, 2]] as [$p, $q]) {
                if (abs($m[$p][$q]) <= 1e-18 * (abs($m[$p][$p]) + abs($m[$q][$q]))) {
                    continue;
                }
                $angle = 0.5 * atan2(2.0 * $m[$p][$q], $m[$q][$q] - $m[$p][$p]);
                [$c, $s] = [cos($angle), sin($angle)];
                foreach ([0, 1, 2] as $i) {
                    [$m[$i][$p], $m[$i][$q]] = [$c * $m[$i][$p] - $s * $m[$i][$q], $s * $m[$i][$p] + $c * $m[$i][$q]];
                    [$v[$i][$p], $v[$i][$q]] = [$c * $v[$i][$p] - $s * $v[$i][$q], $s * $v[$i][$p] + $c * $v[$i][$q]];
                }
                foreach ([0, 1, 2] as $i) {
                    [$m[$p][$i], $m[$q][$i]] = [$c * $m[$p][$i] - $s * $m[$q][$i], $s * $m[$p][$i] + $c * $m[$q][$i]];
                }
            }
        }

        return [[$m[0][0], $m[1][1], $m[2][2]], $v];
    }
}
