<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Cube\Lattice;

/**
 * The lattice a grade needs for a photo: the smallest that keeps the photo's own colours as near to exact evaluation as promised.
 *
 * A smooth grade needs few nodes, one with narrow reaches many. Only the nodes around the photo's colours are computed to find out.
 */
final readonly class LatticeChoice
{
    /** What is promised: ΔE00 on average, and of 99 colours in a hundred. */
    public const MEAN = 0.05;
    public const PERCENTILE_99 = 0.5;

    private const SIZES = [5, 9, 13, 17, 21, 25, 33, 41, 49, 57, 65, 81, 97, 113, 129];
    private const FIRST = 17;
    /** How error falls with finer lattices: between a kink's first power and a curve's second. */
    private const ORDER = 1.6;
    private const ROUNDS = 4;
    /** One in so many of the colours finds the size. */
    private const PART = 4;

    private function __construct(public Lattice $lattice, public float $mean, public float $percentile99)
    {
    }

    /**
     * @param array<int, float> $red   of the photo's colours, in its encoding, 0…1
     * @param array<int, float> $green as long
     * @param array<int, float> $blue  as long
     */
    public static function for(Grade $grade, Passage $passage, array $red, array $green, array $blue): self
    {
        if ([] === $red) {
            return new self(Lattice::uniform(self::FIRST), 0.0, 0.0);
        }
        // A part of the colours finds the size, all of them have the last word.
        $part = new LatticeJudge($grade, $passage, [self::part($red), self::part($green), self::part($blue)]);
        $k = self::smallest($part);
        $judge = new LatticeJudge($grade, $passage, [$red, $green, $blue]);
        $found = self::judged(Lattice::uniform(self::SIZES[$k]), $judge);
        $smaller = $found->isEnough();
        for ($last = \count(self::SIZES) - 1; $k < $last && !$found->isEnough();) {
            $found = self::judged(Lattice::uniform(self::SIZES[++$k]), $judge);
        }
        while ($smaller && $k > 0 && ($next = self::judged(Lattice::uniform(self::SIZES[--$k]), $judge))->isEnough()) {
            $found = $next;
        }

        return $found->isEnough() ? $found : self::closer($found, $judge);
    }

    /** The index of the smallest size that is enough; of the largest where none is. */
    private static function smallest(LatticeJudge $judge): int
    {
        $known = [];
        $at = static function (int $k) use (&$known, $judge): self {
            return $known[$k] ??= self::judged(Lattice::uniform(self::SIZES[$k]), $judge);
        };
        $last = \count(self::SIZES) - 1;
        $k = (int) array_search(self::FIRST, self::SIZES, true);
        // Straight to the size that the first one's error speaks for, then on to the smallest that does.
        $wanted = $at($k)->wanted();
        for ($k = 0; $k < $last && self::SIZES[$k] < $wanted;) {
            ++$k;
        }
        if ($at($k)->isEnough()) {
            while ($k > 0 && $at($k - 1)->isEnough()) {
                --$k;
            }
        } else {
            while ($k < $last && !$at($k)->isEnough()) {
                ++$k;
            }
        }

        return $k;
    }

    /**
     * @param array<int, float> $values
     *
     * @return list<float>
     */
    private static function part(array $values): array
    {
        $some = [];
        for ($i = 0, $n = \count($values); $i < $n; $i += self::PART) {
            $some[] = $values[$i];
        }

        return $some;
    }

    /** The size that its error speaks for. */
    private function wanted(): float
    {
        return 1 + ($this->lattice->size - 1) * $this->excess() ** (1 / self::ORDER);
    }

    /** How many times further off it is than it may be. */
    private function excess(): float
    {
        return max($this->mean / self::MEAN, $this->percentile99 / self::PERCENTILE_99);
    }

    /**
     * A lattice that was chosen by hand, and how near it comes.
     *
     * @param array<int, float> $red
     * @param array<int, float> $green
     * @param array<int, float> $blue
     */
    public static function given(Lattice $lattice, Grade $grade, Passage $passage, array $red, array $green, array $blue): self
    {
        return [] === $red ? new self($lattice, 0.0, 0.0) : self::judged($lattice, new LatticeJudge($grade, $passage, [$red, $green, $blue]));
    }

    public function isEnough(): bool
    {
        return $this->mean <= self::MEAN && $this->percentile99 <= self::PERCENTILE_99;
    }

    /** Where the finest lattice is not enough: its nodes moved once more to where the photo's colours are off. */
    private static function closer(self $best, LatticeJudge $judge): self
    {
        $tried = $best;
        for ($round = 0; $round < self::ROUNDS && !$best->isEnough(); ++$round) {
            $tried = self::judged(Lattice::dense(Cube::MAX_SIZE, $judge->densities($tried->lattice)), $judge);
            $best = $tried->excess() < $best->excess() ? $tried : $best;
        }

        return $best;
    }

    private static function judged(Lattice $lattice, LatticeJudge $judge): self
    {
        $differences = $judge->differences($lattice);
        sort($differences);
        $n = \count($differences);

        return new self($lattice, array_sum($differences) / $n, $differences[(int) floor(0.99 * ($n - 1))]);
    }
}
