<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

/** Ridge regression on sparse rows: the weights that come nearest to what is asked for and are small. */
final class Ridge
{
    /**
     * Minimises Σ counts·(target − row·weights)² + λ·|weights|².
     *
     * @param list<array<int, float>> $rows    by sample: feature => value
     * @param array<int, float>       $counts  by sample; 0 or missing leaves it out
     * @param array<int, float>       $targets by sample
     * @param int                     $n       features
     * @param float|list<float>       $lambda  above 0: what keeps every feature, or each, at 0
     *
     * @return list<float> by feature
     */
    public static function solve(array $rows, array $counts, array $targets, int $n, float|array $lambda): array
    {
        // The lower triangle, row by row, of Σ counts·rowᵀ·row: a hot loop.
        $matrix = array_fill(0, intdiv($n * ($n + 1), 2), 0.0);
        $right = array_fill(0, $n, 0.0);
        foreach ($counts as $sample => $count) {
            if ($count <= 0.0) {
                continue;
            }
            $row = $rows[$sample];
            $target = $targets[$sample];
            foreach ($row as $i => $value) {
                $scaled = $count * $value;
                $right[$i] += $scaled * $target;
                $start = ($i * ($i + 1)) >> 1;
                foreach ($row as $j => $other) {
                    // Features of a row rise.
                    if ($j > $i) {
                        break;
                    }
                    $matrix[$start + $j] += $scaled * $other;
                }
            }
        }
        for ($i = 0; $i < $n; ++$i) {
            $matrix[(($i * ($i + 1)) >> 1) + $i] += \is_array($lambda) ? $lambda[$i] : $lambda;
        }

        return self::solved($matrix, $right, $n);
    }

    /**
     * By Cholesky: a hot loop.
     *
     * @param array<int, float> $a lower triangle of a positive definite matrix, row by row
     * @param array<int, float> $b
     *
     * @return list<float>
     */
    private static function solved(array $a, array $b, int $n): array
    {
        for ($i = 0; $i < $n; ++$i) {
            $rowI = ($i * ($i + 1)) >> 1;
            for ($j = 0; $j <= $i; ++$j) {
                $rowJ = ($j * ($j + 1)) >> 1;
                $sum = $a[$rowI + $j];
                for ($k = 0; $k < $j; ++$k) {
                    $sum -= $a[$rowI + $k] * $a[$rowJ + $k];
                }
                $a[$rowI + $j] = $i === $j ? sqrt($sum) : $sum / $a[$rowJ + $j];
            }
        }
        for ($i = 0; $i < $n; ++$i) {
            $row = ($i * ($i + 1)) >> 1;
            for ($k = 0; $k < $i; ++$k) {
                $b[$i] -= $a[$row + $k] * $b[$k];
            }
            $b[$i] /= $a[$row + $i];
        }
        for ($i = $n - 1; $i >= 0; --$i) {
            $b[$i] /= $a[(($i * ($i + 1)) >> 1) + $i];
            for ($k = 0; $k < $i; ++$k) {
                $b[$k] -= $a[(($i * ($i + 1)) >> 1) + $k] * $b[$i];
            }
        }

        return array_values($b);
    }
}
