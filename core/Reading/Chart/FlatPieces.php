<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading\Chart;

use Tovrin\Core\Reading\Raster;

/** Finds the pieces of one colour in a picture that may be patches of a chart. */
final class FlatPieces
{
    /** Steps between neighbouring pixels, in levels of 255, that end a piece: a clean bright chart shows at the last, a dim or soft one at the first. */
    private const STEPS = [4, 8, 14, 24];
    private const PIXELS_LEAST = 25;
    /** A parallelogram's pixels are twelve times the root of the determinant of their covariance; a patch with a bite or a tail has fewer. */
    private const SHAPE = 12.0;
    private const SHAPE_LEAST = 0.86;
    private const SHAPE_MOST = 1.08;
    /** Its length may be so many times its breadth: charts are read from nearly above. */
    private const LONG_MOST = 3.5;
    /** Pieces with their middles nearer than this, as a share of their size, are one. */
    private const SAME = 0.3;
    /** Pixels of the squares by which pieces near one another are found. */
    private const SQUARE = 16;

    /**
     * @param int $patches of the chart: no piece of it is larger than their share of the picture
     *
     * @return list<FlatPiece>
     */
    public static function of(Raster $raster, int $patches): array
    {
        $steps = self::steps($raster);
        $most = intdiv($raster->width * $raster->height, $patches);
        $pieces = [];
        foreach (self::STEPS as $step) {
            foreach (self::within($raster, $steps, $step, $most) as $piece) {
                $pieces = self::with($pieces, $piece);
            }
        }

        return array_merge(...array_values($pieces));
    }

    /**
     * Of two that are the same, the larger.
     *
     * @param array<string, list<FlatPiece>> $pieces by the square that their middle is in
     *
     * @return array<string, list<FlatPiece>>
     */
    private static function with(array $pieces, FlatPiece $piece): array
    {
        [$column, $row] = [(int) ($piece->x / self::SQUARE), (int) ($piece->y / self::SQUARE)];
        for ($i = $column - 1; $i <= $column + 1; ++$i) {
            for ($j = $row - 1; $j <= $row + 1; ++$j) {
                foreach ($pieces["$i $j"] ?? [] as $at => $other) {
                    if (hypot($other->x - $piece->x, $other->y - $piece->y) < self::SAME * max($other->size, $piece->size)) {
                        // A step that lets more of it in sees more of the same patch.
                        if ($piece->size >= $other->size) {
                            $pieces["$i $j"][$at] = $piece;
                        }

                        return $pieces;
                    }
                }
            }
        }
        $pieces["$column $row"][] = $piece;

        return $pieces;
    }

    /**
     * The largest step of a channel from each pixel to those around it: a hot loop.
     *
     * @return array<int, int>
     */
    private static function steps(Raster $raster): array
    {
        [$width, $height] = [$raster->width, $raster->height];
        /** @var array<int, int> $bytes */
        $bytes = array_values(unpack('C*', $raster->rgb) ?: []);
        $steps = array_fill(0, $width * $height, 255);
        $row = 3 * $width;
        for ($y = 1; $y < $height - 1; ++$y) {
            for ($x = 1; $x < $width - 1; ++$x) {
                $at = 3 * ($y * $width + $x);
                $step = 0;
                for ($channel = $at; $channel < $at + 3; ++$channel) {
                    $across = $bytes[$channel + 3] - $bytes[$channel - 3];
                    $down = $bytes[$channel + $row] - $bytes[$channel - $row];
                    $across = $across < 0 ? -$across : $across;
                    $down = $down < 0 ? -$down : $down;
                    $step = $across > $step ? $across : $step;
                    $step = $down > $step ? $down : $step;
                }
                $steps[$y * $width + $x] = $step;
            }
        }

        return $steps;
    }

    /**
     * Connected pixels whose step is at most so large: a hot loop.
     *
     * @param array<int, int> $steps by pixel
     *
     * @return list<FlatPiece>
     */
    private static function within(Raster $raster, array $steps, int $step, int $most): array
    {
        $width = $raster->width;
        $pieces = [];
        $rgb = $raster->rgb;
        $stack = [0];
        $around = [-1, 1, -$width, $width];
        $pixels = \count($steps);
        for ($first = 0; $first < $pixels; ++$first) {
            if ($steps[$first] > $step) {
                continue;
            }
            $stack[0] = $first;
            $waiting = 1;
            $steps[$first] = 256;
            $count = $sumX = $sumY = $sumXX = $sumYY = $sumXY = $r = $g = $b = 0;
            while ($waiting > 0) {
                $at = $stack[--$waiting];
                $y = intdiv($at, $width);
                $x = $at - $y * $width;
                ++$count;
                $sumX += $x;
                $sumY += $y;
                $sumXX += $x * $x;
                $sumYY += $y * $y;
                $sumXY += $x * $y;
                $r += \ord($rgb[3 * $at]);
                $g += \ord($rgb[3 * $at + 1]);
                $b += \ord($rgb[3 * $at + 2]);
                // The rim of the picture is never within.
                foreach ($around as $way) {
                    if ($steps[$at + $way] <= $step) {
                        $steps[$at + $way] = 256;
                        $stack[$waiting++] = $at + $way;
                    }
                }
            }
            if ($count < self::PIXELS_LEAST || $count > $most) {
                continue;
            }
            [$x, $y] = [$sumX / $count, $sumY / $count];
            // Pixels are squares, not points.
            [$xx, $yy, $xy] = [$sumXX / $count - $x * $x + 1 / 12, $sumYY / $count - $y * $y + 1 / 12, $sumXY / $count - $x * $y];
            $determinant = $xx * $yy - $xy * $xy;
            $root = sqrt(($xx - $yy) ** 2 + 4 * $xy * $xy);
            $long = sqrt(($xx + $yy + $root) / max(1e-6, $xx + $yy - $root));
            $shape = $count / (self::SHAPE * sqrt(max(1e-9, $determinant)));
            if ($shape >= self::SHAPE_LEAST && $shape <= self::SHAPE_MOST && $long <= self::LONG_MOST) {
                $pieces[] = new FlatPiece($x + 0.5, $y + 0.5, sqrt($count), [$r / $count, $g / $count, $b / $count], [$xx, $yy, $xy]);
            }
        }

        return $pieces;
    }
}
