<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

/** Lines from point to point. */
final readonly class Segments
{
    /** @param non-empty-list<array{float, float, float, float}> $lines from x, y to x, y */
    private function __construct(private array $lines)
    {
    }

    /** @param list<array{float, float}> $points at least one; a line to itself where there is one only */
    public static function along(array $points, bool $closed): self
    {
        $lines = [];
        $last = \count($points) - 1;
        for ($i = 0; $i < $last; ++$i) {
            $lines[] = [...$points[$i], ...$points[$i + 1]];
        }
        if ($closed || [] === $lines) {
            $lines[] = [...$points[$last], ...$points[0]];
        }

        return new self($lines);
    }

    /**
     * How far places are from the nearest line: a hot loop.
     *
     * @param array<int, float> $x
     * @param array<int, float> $y
     *
     * @return array{array<int, float>, array<int, int>, array<int, float>} distance, which line, how far along it, 0…1
     */
    public function nearest(array $x, array $y): array
    {
        $best = array_fill(0, \count($x), \INF);
        $line = array_fill(0, \count($x), 0);
        $along = array_fill(0, \count($x), 0.0);
        foreach ($this->near($x, $y) as $number) {
            [$fromX, $fromY, $toX, $toY] = $this->lines[$number];
            $dx = $toX - $fromX;
            $dy = $toY - $fromY;
            $scale = 1.0 / max(1e-18, $dx * $dx + $dy * $dy);
            foreach ($x as $i => $across) {
                $right = $across - $fromX;
                $down = $y[$i] - $fromY;
                $t = ($right * $dx + $down * $dy) * $scale;
                $t = $t < 0.0 ? 0.0 : ($t > 1.0 ? 1.0 : $t);
                $right -= $t * $dx;
                $down -= $t * $dy;
                $square = $right * $right + $down * $down;
                if ($square < $best[$i]) {
                    $best[$i] = $square;
                    $line[$i] = $number;
                    $along[$i] = $t;
                }
            }
        }
        foreach ($best as $i => $square) {
            $best[$i] = sqrt($square);
        }

        return [$best, $line, $along];
    }

    /**
     * Whether places are inside of what closed lines enclose, by the even–odd rule.
     *
     * @param array<int, float> $x
     * @param array<int, float> $y
     *
     * @return array<int, bool>
     */
    public function inside(array $x, array $y): array
    {
        $inside = array_fill(0, \count($x), false);
        foreach ($this->lines as [$fromX, $fromY, $toX, $toY]) {
            if ($fromY === $toY) {
                continue;
            }
            $slope = ($toX - $fromX) / ($toY - $fromY);
            foreach ($y as $i => $down) {
                if (($fromY > $down) !== ($toY > $down) && $x[$i] < $fromX + $slope * ($down - $fromY)) {
                    $inside[$i] = !$inside[$i];
                }
            }
        }

        return $inside;
    }

    /** Whether two of the closed lines cross, other than neighbours at the corner they share. */
    public function cross(): bool
    {
        $n = \count($this->lines);
        for ($i = 0; $i < $n; ++$i) {
            for ($j = $i + 2; $j < $n - (0 === $i ? 1 : 0); ++$j) {
                [$a, $b] = [$this->lines[$i], $this->lines[$j]];
                if (self::side($a, $b[0], $b[1]) * self::side($a, $b[2], $b[3]) < 0.0 && self::side($b, $a[0], $a[1]) * self::side($b, $a[2], $a[3]) < 0.0) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * On which side of a line a point lies, by its sign.
     *
     * @param array{float, float, float, float} $line
     */
    private static function side(array $line, float $x, float $y): float
    {
        return ($line[2] - $line[0]) * ($y - $line[1]) - ($line[3] - $line[1]) * ($x - $line[0]);
    }

    /**
     * The lines that can be nearest to any place of a group: the others are further from its middle than its nearest by more than
     * the group is wide.
     *
     * @param array<int, float> $x
     * @param array<int, float> $y
     *
     * @return list<int>
     */
    private function near(array $x, array $y): array
    {
        if ([] === $x || [] === $y || 1 === \count($this->lines)) {
            return array_keys($this->lines);
        }
        [$left, $right, $top, $bottom] = [min($x), max($x), min($y), max($y)];
        $wide = hypot($right - $left, $bottom - $top);
        [$middleX, $middleY] = [($left + $right) / 2, ($top + $bottom) / 2];
        $distances = [];
        foreach ($this->lines as [$fromX, $fromY, $toX, $toY]) {
            [$dx, $dy] = [$toX - $fromX, $toY - $fromY];
            $t = max(0.0, min(1.0, (($middleX - $fromX) * $dx + ($middleY - $fromY) * $dy) / max(1e-18, $dx * $dx + $dy * $dy)));
            $distances[] = hypot($middleX - $fromX - $t * $dx, $middleY - $fromY - $t * $dy);
        }
        $limit = min($distances) + $wide + 1e-9;

        return array_keys(array_filter($distances, static fn (float $distance): bool => $distance <= $limit));
    }
}
