<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

use Random\Engine\Mt19937;
use Random\Randomizer;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\Stroke;
use Tovrin\Core\Reach\StrokeShape;

/**
 * Somebody who chooses an object on a masked photo: the first stroke goes through its deepest point, each next one through
 * the deepest point of the largest wrong region, wanted if it was missed and held if it was wrongly caught. Every place is the
 * same on every run. What they do besides that is a matter of their manner.
 */
final class SimulatedUser
{
    /** Deeper than this makes no difference. */
    private const DEEP = 80;
    private const LENGTH = 0.05;
    private const WORSE = 0.02;
    private const AVOID = 0.04;
    /** A region no deeper than this is the blur of an edge. */
    private const EDGE = 1;

    private readonly Randomizer $random;
    /** @var list<bool> */
    private readonly array $truth;

    public function __construct(private readonly MaskedPhoto $photo, int $object, private readonly Manner $manner = Manner::Keeps)
    {
        $this->truth = $photo->truth($object);
        $this->random = new Randomizer(new Mt19937(1));
    }

    /**
     * @param callable(non-empty-list<Stroke>): Reach   $choose
     * @param callable(Reach, list<float>): void|null $shown  told of each reach that is kept, with the weights of all pixels
     *
     * @return list<float> the share that is right, after each stroke: intersection over union at weight ½; as it was at the end where no more strokes were needed
     */
    public function choose(callable $choose, int $most, ?callable $shown = null): array
    {
        [$w, $h] = [$this->photo->width, $this->photo->height];
        $avoid = array_fill(0, $w * $h, false);
        [$x, $y] = $this->place($this->truth, $this->deepest($this->truth) ?? [intdiv($w, 2), intdiv($h, 2)]);
        $strokes = [$this->stroke($this->truth, $x, $y, true)];
        $scores = $caught = [];
        $best = null;
        while (\count($scores) < $most) {
            $reach = $choose($strokes);
            $weights = array_values($reach->weights($this->photo->colours));
            $now = array_map(static fn (float $weight): bool => $weight >= 0.5, $weights);
            $score = self::overlap($now, $this->truth);
            if (Manner::Undoes === $this->manner && null !== $best && $score < $best - self::WORSE && \count($strokes) > 1) {
                array_pop($strokes);
                for ($i = 0; $i < $w * $h; ++$i) {
                    if (($i % $w - $x) ** 2 + (intdiv($i, $w) - $y) ** 2 < (self::AVOID * $w) ** 2) {
                        $avoid[$i] = true;
                    }
                }
            } else {
                [$best, $caught] = [$score, $now];
                if (null !== $shown) {
                    $shown($reach, $weights);
                }
            }
            $scores[] = $best;
            $missed = $wrong = [];
            foreach ($this->truth as $i => $wanted) {
                $missed[] = $wanted && !$caught[$i] && !$avoid[$i];
                $wrong[] = !$wanted && $caught[$i] && !$avoid[$i];
            }
            $miss = $this->deepest($missed);
            $spill = $this->deepest($wrong);
            if (max($miss[2] ?? 0, $spill[2] ?? 0) <= self::EDGE) {
                break;
            }
            $wants = null !== $miss && (null === $spill || $miss[2] >= $spill[2]);
            if (Manner::Scattered === $this->manner) {
                $either = array_keys(array_map(static fn (bool $one, bool $other): bool => $one || $other, $missed, $wrong), true, true);
                $i = $either[$this->random->getInt(0, \count($either) - 1)];
                $wants = $missed[$i];
                [$x, $y] = [$i % $w, intdiv($i, $w)];
            } else {
                [$x, $y] = $this->place($wants ? $missed : $wrong, $wants ? $miss : $spill ?? [0, 0]);
            }
            $strokes[] = $this->stroke($wants ? $missed : $wrong, $x, $y, $wants);
        }

        return array_pad($scores, $most, $scores[\count($scores) - 1] ?? 0.0);
    }

    /**
     * @param list<bool> $one
     * @param list<bool> $other
     */
    public static function overlap(array $one, array $other): float
    {
        $both = $any = 0;
        foreach ($one as $i => $in) {
            $both += $in && $other[$i] ? 1 : 0;
            $any += $in || $other[$i] ? 1 : 0;
        }

        return $both / max(1, $any);
    }

    /**
     * Where the stroke goes: through the deepest point, or anywhere in the region around it.
     *
     * @param list<bool>                    $mask
     * @param array{0: int, 1: int, 2?: int} $deepest column and row
     *
     * @return array{0: int, 1: int}
     */
    private function place(array $mask, array $deepest): array
    {
        if (Manner::Sloppy !== $this->manner) {
            return [$deepest[0], $deepest[1]];
        }
        [$w, $h] = [$this->photo->width, $this->photo->height];
        $region = [$deepest[1] * $w + $deepest[0]];
        $seen = [$region[0] => true];
        for ($at = 0; $at < \count($region); ++$at) {
            $i = $region[$at];
            foreach ([$i % $w > 0 ? $i - 1 : -1, $i % $w < $w - 1 ? $i + 1 : -1, $i - $w, $i + $w] as $next) {
                if ($next >= 0 && $next < $w * $h && $mask[$next] && !isset($seen[$next])) {
                    $seen[$next] = true;
                    $region[] = $next;
                }
            }
        }
        $i = $region[$this->random->getInt(0, \count($region) - 1)];

        return [$i % $w, intdiv($i, $w)];
    }

    /**
     * The pixel farthest from the edge of a mask.
     *
     * @param list<bool> $mask
     *
     * @return array{0: int, 1: int, 2: int}|null column, row, depth
     */
    private function deepest(array $mask): ?array
    {
        [$w, $h] = [$this->photo->width, $this->photo->height];
        $depth = array_fill(0, $w * $h, 0);
        for ($i = $w, $end = $w * ($h - 1); $i < $end; ++$i) {
            if ($mask[$i] && 0 !== $i % $w && $w - 1 !== $i % $w) {
                $depth[$i] = 1 + min($depth[$i - 1], $depth[$i - $w]);
            }
        }
        $most = 0;
        for ($i = $w * ($h - 1) - 1; $i >= $w; --$i) {
            if ($depth[$i] > 0) {
                $depth[$i] = min($depth[$i], 1 + $depth[$i + 1], 1 + $depth[$i + $w], self::DEEP);
                $most = max($most, $depth[$i]);
            }
        }
        if (0 === $most) {
            return null;
        }
        $at = array_keys($depth, $most, true);
        $i = $at[intdiv(\count($at), 2)];

        return [$i % $w, intdiv($i, $w), $most];
    }

    /**
     * A straight stroke through a point that stays inside; else the point alone.
     *
     * @param list<bool> $mask
     */
    private function stroke(array $mask, int $x, int $y, bool $wanted): Stroke
    {
        [$w, $h] = [$this->photo->width, $this->photo->height];
        for ($try = 0; $try < 12; ++$try) {
            $angle = $this->random->getInt(0, 1799) / 1800 * \M_PI;
            $inside = true;
            for ($t = -0.5; $t <= 0.5 && $inside; $t += 0.025) {
                $column = (int) ($x + cos($angle) * $t * self::LENGTH * $w);
                $row = (int) ($y + sin($angle) * $t * self::LENGTH * $w);
                $inside = $column >= 0 && $row >= 0 && $column < $w && $row < $h && $mask[$row * $w + $column];
            }
            if ($inside) {
                [$dx, $dy] = [cos($angle) * self::LENGTH / 2, sin($angle) * self::LENGTH / 2 * $w / $h];
                [$cx, $cy] = [($x + 0.5) / $w, ($y + 0.5) / $h];

                return new Stroke($wanted, StrokeShape::Path, [[$cx - $dx, $cy - $dy], [$cx + $dx, $cy + $dy]], '#808080');
            }
        }

        return new Stroke($wanted, StrokeShape::Point, [[($x + 0.5) / $w, ($y + 0.5) / $h]], '#808080');
    }
}
