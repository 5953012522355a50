<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

/**
 * The way from each pixel of a mask to the nearest one outside it, in steps to the eight neighbours: two passes over the picture.
 *
 * Source: G. Borgefors, Computer Vision, Graphics, and Image Processing 34 (1986), with steps of 1 and √2.
 */
final class Distances
{
    /**
     * A hot loop.
     *
     * @param list<bool> $mask row by row
     *
     * @return list<float> in pixels; 0 outside the mask; very far where nothing is outside it
     */
    public static function within(array $mask, int $columns): array
    {
        $n = \count($mask);
        $far = [];
        foreach ($mask as $is) {
            $far[] = $is ? 1e9 : 0.0;
        }
        for ($i = 0; $i < $n; ++$i) {
            if ($far[$i] <= 1.0) {
                continue;
            }
            $column = $i % $columns;
            $least = $far[$i];
            $column > 0 && $least = min($least, $far[$i - 1] + 1.0);
            if ($i >= $columns) {
                $least = min($least, $far[$i - $columns] + 1.0);
                $column > 0 && $least = min($least, $far[$i - $columns - 1] + \M_SQRT2);
                $column < $columns - 1 && $least = min($least, $far[$i - $columns + 1] + \M_SQRT2);
            }
            $far[$i] = $least;
        }
        for ($i = $n - 1; $i >= 0; --$i) {
            if ($far[$i] <= 1.0) {
                continue;
            }
            $column = $i % $columns;
            $least = $far[$i];
            $column < $columns - 1 && $least = min($least, $far[$i + 1] + 1.0);
            if ($i < $n - $columns) {
                $least = min($least, $far[$i + $columns] + 1.0);
                $column < $columns - 1 && $least = min($least, $far[$i + $columns + 1] + \M_SQRT2);
                $column > 0 && $least = min($least, $far[$i + $columns - 1] + \M_SQRT2);
            }
            $far[$i] = $least;
        }

        return $far;
    }
}
