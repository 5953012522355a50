<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/** Three by three numbers, row by row. */
final class Matrix3
{
    /** A determinant nearer to 0 is that of no matrix to go back by. */
    private const LEAST = 1e-9;

    /**
     * @param list<float> $m nine
     *
     * @return non-empty-list<float>|null nine; null where there is no way back
     */
    public static function inverse(array $m): ?array
    {
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $m;
        $det = $a * ($e * $i - $f * $h) - $b * ($d * $i - $f * $g) + $c * ($d * $h - $e * $g);
        if (!(abs($det) > self::LEAST) || !is_finite($det)) {
            return null;
        }

        return array_map(static fn (float $value): float => $value / $det, [
            $e * $i - $f * $h, $c * $h - $b * $i, $b * $f - $c * $e,
            $f * $g - $d * $i, $a * $i - $c * $g, $c * $d - $a * $f,
            $d * $h - $e * $g, $b * $g - $a * $h, $a * $e - $b * $d,
        ]);
    }
}
