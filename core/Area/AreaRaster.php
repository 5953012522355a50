<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;

/**
 * An area drawn on a grid of points, fine enough for its softest edge, for whoever has pixels to look up between the points in
 * straight lines. Points are the middles of equal cells.
 *
 * Most of an area is in or out altogether: it is worked out tile by tile, and point by point only where an edge runs.
 */
final readonly class AreaRaster
{
    /** Points along the longer side, at the least and at the most. */
    public const LEAST = 64;
    public const MOST = 2048;
    /** Points across a soft edge: between them straight lines are within a level of 8 bits. */
    private const ACROSS = 16;
    private const TILE = 32;

    /** @param string $words width × height weights, 0…65535, 16 bits, least significant byte first, row by row */
    private function __construct(public int $width, public int $height, public string $words)
    {
    }

    /**
     * @param int         $most    points along the longer side, LEAST … MOST: no more than there are pixels to look up
     * @param string|null $picture 8-bit encoded sRGB of the photo in any size; asked for where a shape keeps to a colour
     * @param int         $wide    of that picture, pixels
     * @param int         $high    of that picture, pixels
     */
    public static function of(Area $area, Frame $frame, int $most = self::MOST, ?string $picture = null, int $wide = 0, int $high = 0): self
    {
        $finest = null !== $picture && $area->keepsToColour() ? 0.0 : \INF;
        foreach ($area->parts as $part) {
            $finest = min($finest, $part->shape->edge($frame));
        }
        $side = (int) max(self::LEAST, min($most, self::MOST, ceil(self::ACROSS / max(1e-6, $finest))));
        [$width, $height] = [max(1, (int) round($side * $frame->width)), max(1, (int) round($side * $frame->height))];
        $columns = intdiv($width + self::TILE - 1, self::TILE);
        $rows = intdiv($height + self::TILE - 1, self::TILE);
        $tiles = array_fill(0, $columns * $rows, $area->ground());
        foreach ($area->parts as $part) {
            $tiles = self::with($tiles, $part, $frame, $width, $height, $columns, $picture, $wide, $high);
        }

        return new self($width, $height, self::words($tiles, $area->invert, $width, $height, $columns));
    }

    /**
     * The tiles after one more shape.
     *
     * @param array<int, float|array<int, float>>                                   $tiles   one weight, or one for each of its points
     *
     * @return array<int, float|array<int, float>>
     */
    private static function with(array $tiles, Part $part, Frame $frame, int $width, int $height, int $columns, ?string $picture, int $wide, int $high): array
    {
        [$stepX, $stepY] = [$frame->width / $width, $frame->height / $height];
        $x = $y = [];
        foreach (array_keys($tiles) as $tile) {
            $x[] = ($tile % $columns + 0.5) * self::TILE * $stepX;
            $y[] = (intdiv($tile, $columns) + 0.5) * self::TILE * $stepY;
        }
        $away = hypot($stepX, $stepY) * self::TILE / 2 + $part->shape->edge($frame) / 2;
        foreach ($part->shape->distances($frame, $x, $y) as $tile => $distance) {
            if ($distance >= $away) {
                continue;
            }
            $before = $tiles[$tile];
            if ($distance <= -$away && !$part->keeps()) {
                $tiles[$tile] = $part->subtract ? 0.0 : 1.0;
            } elseif ($before !== ($part->subtract ? 0.0 : 1.0)) {
                [$px, $py] = self::points($tile, $width, $height, $columns, $stepX, $stepY);
                $own = $part->weights($frame, $px, $py, null !== $picture && $part->keeps() ? self::colours($picture, $wide, $high, $frame, $px, $py) : null);
                foreach ($own as $i => $weight) {
                    $own[$i] = $part->joined(\is_float($before) ? $before : $before[$i], $weight);
                }
                $tiles[$tile] = $own;
            }
        }

        return $tiles;
    }

    /** @return array{list<float>, list<float>} places of a tile's points, as distances, row by row */
    private static function points(int $tile, int $width, int $height, int $columns, float $stepX, float $stepY): array
    {
        [$left, $top] = [$tile % $columns * self::TILE, intdiv($tile, $columns) * self::TILE];
        [$right, $bottom] = [min($width, $left + self::TILE), min($height, $top + self::TILE)];
        $x = $y = [];
        for ($row = $top; $row < $bottom; ++$row) {
            for ($column = $left; $column < $right; ++$column) {
                $x[] = ($column + 0.5) * $stepX;
                $y[] = ($row + 0.5) * $stepY;
            }
        }

        return [$x, $y];
    }

    /**
     * @param array<int, float|array<int, float>> $tiles
     */
    private static function words(array $tiles, bool $invert, int $width, int $height, int $columns): string
    {
        $words = '';
        for ($top = 0, $first = 0; $top < $height; $top += self::TILE, $first += $columns) {
            $lines = array_fill(0, min(self::TILE, $height - $top), '');
            for ($column = 0; $column < $columns; ++$column) {
                $tile = $tiles[$first + $column];
                $wide = max(1, min(self::TILE, $width - $column * self::TILE));
                $drawn = \is_float($tile) ? null : str_split(self::packed($tile, $invert), 2 * $wide);
                $flat = \is_float($tile) ? str_repeat(self::packed([$tile], $invert), $wide) : '';
                foreach ($lines as $row => $line) {
                    $lines[$row] = $line.($drawn[$row] ?? $flat);
                }
            }
            $words .= implode('', $lines);
        }

        return $words;
    }

    /** @param array<int, float> $weights */
    private static function packed(array $weights, bool $invert): string
    {
        foreach ($weights as $i => $weight) {
            $weights[$i] = (int) (65535.0 * ($invert ? 1.0 - $weight : $weight) + 0.5);
        }

        return pack('v*', ...$weights);
    }

    /**
     * @param array<int, float> $x
     * @param array<int, float> $y
     */
    private static function colours(string $picture, int $wide, int $high, Frame $frame, array $x, array $y): ColourBlock
    {
        $red = $green = $blue = [];
        foreach ($x as $i => $across) {
            $at = 3 * (min($wide - 1, (int) ($across / $frame->width * $wide)) + $wide * min($high - 1, (int) ($y[$i] / $frame->height * $high)));
            $red[] = \ord($picture[$at]) / 255.0;
            $green[] = \ord($picture[$at + 1]) / 255.0;
            $blue[] = \ord($picture[$at + 2]) / 255.0;
        }

        return (new ColourBlock(Srgb::class, $red, $green, $blue))->in(OkLab::class);
    }
}
