<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

/**
 * Values over the hue circle, read as surely as a colour's hue is known.
 *
 * The weaker a colour, the more its hue is noise; a value that changes fast from hue to hue makes that noise visible. So a value is smoothed over
 * hue, the more the weaker the colour, until its slope is no steeper than is allowed there. Smoothing keeps the mean.
 */
final readonly class HueValues
{
    /** Entries around the circle, and degrees of each. */
    private const STEPS = 720;
    private const STEP = 360.0 / self::STEPS;
    /** Half widths in entries that are smoothed over, none first: each some 1.4 times the one before it. */
    private const WIDTHS = [0, 4, 6, 9, 13, 18, 25, 36, 51, 72, 102, 144, 200, 320];
    /** Passes of a mean over a stretch, which together come near a bell curve. */
    private const PASSES = 3;
    /** Chromas that a level is worked out for, and OKLCh chroma between two. */
    private const CHROMAS = 160;
    private const CHROMA_STEP = 0.0025;

    /**
     * @param non-empty-list<list<float>> $tables one for each width, STEPS + 1 values of whole steps from hue 0 on
     * @param list<float>                 $levels which of them a chroma asks for, CHROMAS + 1 values; between two of them is between two tables
     */
    private function __construct(private array $tables, private array $levels)
    {
    }

    /** @return list<float> the hues in degrees that values are wanted for */
    public static function hues(): array
    {
        $hues = [];
        for ($i = 0; $i < self::STEPS; ++$i) {
            $hues[] = $i * self::STEP;
        }

        return $hues;
    }

    /**
     * @param array<int, float> $values for each of hues()
     * @param float             $slope  the most a value may change with a radian of hue, for each unit of OKLCh chroma
     */
    public static function of(array $values, float $slope): self
    {
        $given = array_values($values);
        $tables = $slopes = [];
        foreach (self::WIDTHS as $width) {
            $table = $given;
            for ($pass = 0; $width > 0 && $pass < self::PASSES; ++$pass) {
                $table = self::averaged($table, $width);
            }
            $steepest = 0.0;
            for ($i = 0, $before = $table[self::STEPS - 1]; $i < self::STEPS; $before = $table[$i++]) {
                $steepest = max($steepest, abs($table[$i] - $before));
            }
            $slopes[] = $steepest / deg2rad(self::STEP);
            $table[] = $table[0];
            $tables[] = $table;
        }
        $levels = [];
        for ($i = 0; $i <= self::CHROMAS; ++$i) {
            $levels[] = self::level($slopes, $slope * $i * self::CHROMA_STEP);
        }

        return new self($tables, $levels);
    }

    /**
     * A hot loop.
     *
     * @param array<int, float> $hues    degrees
     * @param array<int, float> $chromas OKLCh chroma
     *
     * @return list<float>
     */
    public function at(array $hues, array $chromas): array
    {
        [$tables, $levels] = [$this->tables, $this->levels];
        $last = \count($tables) - 2;
        $values = [];
        $n = \count($hues);
        for ($i = 0; $i < $n; ++$i) {
            $c = $chromas[$i] / self::CHROMA_STEP;
            $k = $c < self::CHROMAS ? (int) $c : self::CHROMAS - 1;
            $c -= $k;
            $c = $c < 1.0 ? $c : 1.0;
            $level = $levels[$k] + $c * ($levels[$k + 1] - $levels[$k]);
            $t = (int) $level;
            $t = $t < $last ? $t : $last;
            $level -= $t;
            $h = $hues[$i] / 360.0;
            $h = ($h - floor($h)) * self::STEPS;
            $at = (int) $h;
            $at = $at < self::STEPS ? $at : self::STEPS - 1;
            $h -= $at;
            $sharp = $tables[$t];
            $value = $sharp[$at] + $h * ($sharp[$at + 1] - $sharp[$at]);
            if ($level > 0.0) {
                $soft = $tables[$t + 1];
                $value += $level * ($soft[$at] + $h * ($soft[$at + 1] - $soft[$at]) - $value);
            }
            $values[] = $value;
        }

        return $values;
    }

    /**
     * The mean of as many entries to either side.
     *
     * @param list<float> $table
     *
     * @return list<float>
     */
    private static function averaged(array $table, int $width): array
    {
        $sum = 0.0;
        for ($i = -$width; $i <= $width; ++$i) {
            $sum += $table[($i + self::STEPS) % self::STEPS];
        }
        $averaged = [];
        $all = 2 * $width + 1;
        for ($i = 0; $i < self::STEPS; ++$i) {
            $averaged[] = $sum / $all;
            $sum += $table[($i + $width + 1) % self::STEPS] - $table[($i - $width + self::STEPS) % self::STEPS];
        }

        return $averaged;
    }

    /**
     * The first table, or place between two, that is no steeper.
     *
     * @param list<float> $slopes of the tables, falling
     */
    private static function level(array $slopes, float $most): float
    {
        foreach ($slopes as $i => $slope) {
            if ($slope <= $most) {
                return 0 === $i || $slopes[$i - 1] <= $slope ? (float) $i : $i - ($most - $slope) / ($slopes[$i - 1] - $slope);
            }
        }

        return \count($slopes) - 1.0;
    }
}
