<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading\Chart;

/**
 * Pieces that lie as the patches of a chart do: in rows and columns, seen from anywhere. Begun at a piece with neighbours on two sides, it grows from piece
 * to piece, so that it follows perspective.
 */
final class PatchGrid
{
    /** How far from where it is expected a piece may lie, as a share of the shorter way to its neighbour. */
    private const OFF_MOST = 0.28;
    /** How much larger or smaller than its neighbour. */
    private const LARGER_MOST = 1.7;
    /** A patch fills at least this share of its place in the grid, along each side. */
    private const FILLS_LEAST = 0.45;
    private const NEIGHBOURS = 10;
    private const AROUND_LEAST = 4;
    /** How little a piece may look like a tile of the grid, and how many neighbours it takes to make up for that. */
    private const UNLIKE_MOST = 0.45;
    private const UNLIKE_COSTS = 12.0;
    private const AROUND = [[1, 0], [-1, 0], [0, 1], [0, -1]];

    /** @var array<string, list<int>> numbers of pieces by the square that their middle is in */
    private array $squares = [];
    private float $square;

    /** @param list<FlatPiece> $pieces */
    public function __construct(private readonly array $pieces)
    {
        $sizes = array_map(static fn (FlatPiece $piece): float => $piece->size, $pieces);
        $this->square = 2.0 * max([8.0, ...$sizes]);
        foreach ($pieces as $number => $piece) {
            $this->squares[(int) ($piece->x / $this->square).' '.(int) ($piece->y / $this->square)][] = $number;
        }
    }

    /**
     * The largest that there is.
     *
     * @param int $enough patches: none larger is looked for
     *
     * @return list<array{0: int, 1: int, 2: FlatPiece}> column and row, from anywhere, turned anyhow, and what lies there
     */
    public function largest(int $enough): array
    {
        $best = [];
        $seen = [];
        foreach ($this->pieces as $number => $piece) {
            if (isset($seen[$number])) {
                continue;
            }
            $basis = $this->basis($piece);
            if (null === $basis) {
                continue;
            }
            $grid = $this->grown($number, $basis);
            if (\count($grid) >= ChartLaying::PATCHES_LEAST) {
                $seen += array_fill_keys(array_column($grid, 2), true);
            }
            if (\count($grid) > \count($best)) {
                $best = $grid;
            }
            if (\count($best) >= $enough) {
                break;
            }
        }

        return array_map(fn (array $cell): array => [$cell[0], $cell[1], $this->pieces[$cell[2]]], $best);
    }

    /**
     * The ways from a piece to the next along a row and along a column: those with most pieces where they lead to, and that have its shape.
     *
     * @return array{0: array{0: float, 1: float}, 1: array{0: float, 1: float}}|null
     */
    private function basis(FlatPiece $piece): ?array
    {
        $ways = [];
        foreach ($this->near($piece->x, $piece->y) as $other) {
            $to = $this->pieces[$other];
            if ($to !== $piece && self::alike($piece, $to)) {
                $ways[] = [$to->x - $piece->x, $to->y - $piece->y];
            }
        }
        usort($ways, static fn (array $one, array $other): int => hypot(...$one) <=> hypot(...$other));
        $ways = \array_slice($ways, 0, self::NEIGHBOURS);
        $best = null;
        $most = 0.0;
        foreach ($ways as $u) {
            foreach ($ways as $v) {
                $cell = $u[0] * $v[1] - $u[1] * $v[0];
                [$long, $short] = [max(hypot(...$u), hypot(...$v)), min(hypot(...$u), hypot(...$v))];
                // Clockwise, not too slanted, and filled by the piece.
                if ($cell < 0.3 * $long * $short || $short < 0.3 * $long || $piece->size ** 2 < self::FILLS_LEAST ** 2 * $cell || $piece->size ** 2 > 1.1 * $cell) {
                    continue;
                }
                $unlike = $piece->unlike($u, $v);
                $there = $unlike > self::UNLIKE_MOST ? 0 : $this->around($piece, $u, $v, self::OFF_MOST * $short);
                if ($there >= self::AROUND_LEAST && $there - self::UNLIKE_COSTS * $unlike > $most) {
                    [$best, $most] = [[$u, $v], $there - self::UNLIKE_COSTS * $unlike];
                }
            }
        }

        return $best;
    }

    /**
     * How many pieces there are where two ways lead to, itself among them: 9 at most.
     *
     * @param array{0: float, 1: float} $u
     * @param array{0: float, 1: float} $v
     */
    private function around(FlatPiece $piece, array $u, array $v, float $off): int
    {
        $there = 0;
        foreach ([-1, 0, 1] as $i) {
            foreach ([-1, 0, 1] as $j) {
                $there += null === $this->at($piece, $piece->x + $i * $u[0] + $j * $v[0], $piece->y + $i * $u[1] + $j * $v[1], $off) ? 0 : 1;
            }
        }

        return $there;
    }

    /**
     * @param array{0: array{0: float, 1: float}, 1: array{0: float, 1: float}} $basis
     *
     * @return list<array{0: int, 1: int, 2: int}> column, row, number of the piece
     */
    private function grown(int $from, array $basis): array
    {
        $cells = ['0 0' => [0, 0, $from]];
        $taken = [$from => true];
        $todo = [[0, 0, $from, $basis[0], $basis[1]]];
        while (null !== $next = array_shift($todo)) {
            [$column, $row, $number, $u, $v] = $next;
            $piece = $this->pieces[$number];
            $off = self::OFF_MOST * min(hypot(...$u), hypot(...$v));
            foreach (self::AROUND as [$i, $j]) {
                $key = ($column + $i).' '.($row + $j);
                if (isset($cells[$key])) {
                    continue;
                }
                $to = $this->at($piece, $piece->x + $i * $u[0] + $j * $v[0], $piece->y + $i * $u[1] + $j * $v[1], $off);
                if (null === $to || isset($taken[$to])) {
                    continue;
                }
                $there = $this->pieces[$to];
                $way = [($i + $j) * ($there->x - $piece->x), ($i + $j) * ($there->y - $piece->y)];
                // Perspective shortens both ways alike, as seen from near.
                $shorter = hypot(...$way) / hypot(...(0 === $j ? $u : $v));
                $cells[$key] = [$column + $i, $row + $j, $to];
                $taken[$to] = true;
                $todo[] = 0 === $j
                    ? [$column + $i, $row, $to, self::between($u, $way), [$v[0] * sqrt($shorter), $v[1] * sqrt($shorter)]]
                    : [$column, $row + $j, $to, [$u[0] * sqrt($shorter), $u[1] * sqrt($shorter)], self::between($v, $way)];
            }
        }

        return array_values($cells);
    }

    /**
     * @param array{0: float, 1: float} $one
     * @param array{0: float, 1: float} $other
     *
     * @return array{0: float, 1: float}
     */
    private static function between(array $one, array $other): array
    {
        return [0.5 * ($one[0] + $other[0]), 0.5 * ($one[1] + $other[1])];
    }

    /** The piece nearest to a place, of about the size of another. */
    private function at(FlatPiece $like, float $x, float $y, float $off): ?int
    {
        $nearest = null;
        foreach ($this->near($x, $y) as $number) {
            $piece = $this->pieces[$number];
            $far = hypot($piece->x - $x, $piece->y - $y);
            if ($far < $off && self::alike($like, $piece)) {
                [$off, $nearest] = [$far, $number];
            }
        }

        return $nearest;
    }

    private static function alike(FlatPiece $one, FlatPiece $other): bool
    {
        return max($one->size, $other->size) <= self::LARGER_MOST * min($one->size, $other->size);
    }

    /** @return list<int> */
    private function near(float $x, float $y): array
    {
        [$column, $row] = [(int) ($x / $this->square), (int) ($y / $this->square)];
        $near = [];
        for ($i = $column - 1; $i <= $column + 1; ++$i) {
            for ($j = $row - 1; $j <= $row + 1; ++$j) {
                array_push($near, ...$this->squares["$i $j"] ?? []);
            }
        }

        return $near;
    }
}
