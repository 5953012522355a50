<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Srgb;

/**
 * The pixels of a picture under a point, a dragged path or a box.
 *
 * Places are shares of the picture's width and height, 0…1, the way a pointer gives them; what
 * lies outside is left out.
 */
final readonly class Region
{
    /** More pixels than this say nothing new; an even selection of them is taken. */
    public const MOST = 6000;

    /**
     * @param ColourBlock $colours encoded sRGB
     * @param bool        $cut     true when a part lay outside the picture
     */
    private function __construct(public ColourBlock $colours, public bool $cut)
    {
    }

    /**
     * A square around a point.
     *
     * @param int    $side    of the square in pixels, odd
     */
    public static function point(Raster $picture, float $x, float $y, int $side): self
    {
        $column = (int) floor($x * $picture->width);
        $row = (int) floor($y * $picture->height);
        $half = intdiv($side, 2);

        return self::rectangle($picture, $column - $half, $row - $half, $column + $half, $row + $half);
    }

    /** All pixels of a box between two corners, in any order. */
    public static function box(Raster $picture, float $x0, float $y0, float $x1, float $y1): self
    {
        return self::rectangle(
            $picture,
            (int) floor(min($x0, $x1) * $picture->width),
            (int) floor(min($y0, $y1) * $picture->height),
            (int) ceil(max($x0, $x1) * $picture->width) - 1,
            (int) ceil(max($y0, $y1) * $picture->height) - 1,
        );
    }

    /**
     * All pixels within half a width of a dragged line.
     *
     * @param list<array{0: float, 1: float}> $points at least one
     * @param int                                 $wide   width of the stroke in pixels
     */
    public static function path(Raster $picture, array $points, int $wide): self
    {
        $radius = max(0.5, $wide / 2);
        $reach = (int) floor($radius);
        $disc = [];
        for ($dy = -$reach; $dy <= $reach; ++$dy) {
            for ($dx = -$reach; $dx <= $reach; ++$dx) {
                if ($dx * $dx + $dy * $dy <= $radius * $radius) {
                    $disc[] = [$dx, $dy];
                }
            }
        }
        $hit = [];
        $cut = false;
        $stamp = static function (float $px, float $py) use (&$hit, &$cut, $disc, $picture): void {
            $column = (int) floor($px);
            $row = (int) floor($py);
            if ($column < 0 || $row < 0 || $column >= $picture->width || $row >= $picture->height) {
                $cut = true;
            }
            foreach ($disc as [$dx, $dy]) {
                $c = $column + $dx;
                $r = $row + $dy;
                if ($c >= 0 && $r >= 0 && $c < $picture->width && $r < $picture->height) {
                    $hit[$r * $picture->width + $c] = true;
                }
            }
        };
        $before = null;
        foreach ($points as [$x, $y]) {
            // A stroke far outside the picture is walked only as far as it could matter.
            $px = max(-64.0, min($picture->width + 64.0, $x * $picture->width));
            $py = max(-64.0, min($picture->height + 64.0, $y * $picture->height));
            if (null === $before) {
                $stamp($px, $py);
            } else {
                $length = hypot($px - $before[0], $py - $before[1]);
                $steps = max(1, (int) ceil($length / max(1.0, $radius / 2)));
                for ($s = 1; $s <= $steps; ++$s) {
                    $stamp($before[0] + ($px - $before[0]) * $s / $steps, $before[1] + ($py - $before[1]) * $s / $steps);
                }
            }
            $before = [$px, $py];
        }
        ksort($hit);

        return new self(self::colours($picture, array_keys($hit)), $cut);
    }

    private static function rectangle(Raster $picture, int $left, int $top, int $right, int $bottom): self
    {
        $cut = $left < 0 || $top < 0 || $right >= $picture->width || $bottom >= $picture->height;
        $places = [];
        for ($row = max(0, $top); $row <= min($picture->height - 1, $bottom); ++$row) {
            for ($column = max(0, $left); $column <= min($picture->width - 1, $right); ++$column) {
                $places[] = $row * $picture->width + $column;
            }
        }

        return new self(self::colours($picture, $places), $cut);
    }

    /** @param list<int> $places */
    private static function colours(Raster $picture, array $places): ColourBlock
    {
        $step = max(1.0, \count($places) / self::MOST);
        $rgb = $picture->rgb;
        $r = $g = $b = [];
        for ($at = 0.0; $at < \count($places); $at += $step) {
            $i = 3 * $places[(int) $at];
            $r[] = \ord($rgb[$i]) / 255.0;
            $g[] = \ord($rgb[$i + 1]) / 255.0;
            $b[] = \ord($rgb[$i + 2]) / 255.0;
        }

        return new ColourBlock(Srgb::class, $r, $g, $b);
    }
}
