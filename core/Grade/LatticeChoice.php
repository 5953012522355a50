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
    /** Sizes of tables that most programs read, and colours that they are judged by. */
    private const TABLES = [17, 25, 33, 49, 65];
    private const SPREAD = 3000;
    /** How error falls with finer lattices: between a kink's first power and a curve's second. */
    private const ORDER = 1.6;
    private const ROUNDS = 4;
    /** One in so many of the colours finds the size. */
    private const PART = 4;

    /** Of what is promised, so much may come from going in straight lines between the levels of planes; and where planes are neither 0 nor 1, so much on average. */
    private const BETWEEN_LEVELS = 0.3;
    private const MEAN_ON_EDGES = 0.3;

    private function __construct(public Lattice $lattice, public float $mean, public float $percentile99, public ?Stack $stack = null)
    {
    }

    /**
     * @param array<int, float> $red   of the photo's colours, in its encoding, 0…1
     * @param array<int, float> $green as long
     * @param array<int, float> $blue   as long
     * @param PlaneValues|null  $planes of a grade with planes: what they are at each colour
     */
    public static function for(Grade $grade, EncodingTransform $transform, array $red, array $green, array $blue, ?PlaneValues $planes = null): self
    {
        if ([] === $red) {
            return new self(Lattice::uniform(self::FIRST), 0.0, 0.0, null === $planes ? null : Stack::of($planes->planes));
        }
        $judge = new LatticeJudge($grade, $transform, [$red, $green, $blue], $planes);
        $stack = null === $planes ? null : self::levels($judge, $planes);
        // A part of the colours finds the size, all of them have the last word.
        $some = null === $planes ? null : new PlaneValues($planes->planes, array_map(self::part(...), $planes->values));
        $sizes = self::sizes($stack);
        $k = self::smallest(new LatticeJudge($grade, $transform, [self::part($red), self::part($green), self::part($blue)], $some), $stack);
        $found = self::judged(Lattice::uniform($sizes[$k]), $judge, $stack);
        $smaller = $found->isEnough();
        for ($last = \count($sizes) - 1; $k < $last && !$found->isEnough();) {
            $found = self::judged(Lattice::uniform($sizes[++$k]), $judge, $stack);
        }
        while ($smaller && $k > 0 && ($next = self::judged(Lattice::uniform($sizes[--$k]), $judge, $stack))->isEnough()) {
            $found = $next;
        }

        // A table of more than three inputs is looked up without curves before it, so that its nodes are at equal steps.
        return $found->isEnough() || null !== $stack ? $found : self::closer($found, $judge);
    }

    /**
     * For a table that is to serve any photo: the smallest that keeps colours all over sRGB as near as promised, or the largest that is usual.
     *
     * @param int|null $size null is as few nodes as that takes
     */
    public static function forTable(Grade $grade, ?int $size = null): self
    {
        $judge = new LatticeJudge($grade, EncodingTransform::srgb(), self::everywhere());
        $sizes = null === $size ? self::TABLES : [$size];
        for ($k = 0; !($found = self::judged(Lattice::uniform($sizes[$k]), $judge, null))->isEnough() && $k + 1 < \count($sizes);) {
            ++$k;
        }

        return $found;
    }

    /**
     * Colours spread evenly over all of encoded RGB (J. Halton, "On the efficiency of certain quasi-random sequences of points", 1960).
     *
     * @return array{list<float>, list<float>, list<float>}
     */
    private static function everywhere(): array
    {
        $colours = [];
        foreach ([2, 3, 5] as $base) {
            $values = [];
            for ($i = 1; $i <= self::SPREAD; ++$i) {
                $value = 0.0;
                for ($rest = $i, $share = 1.0 / $base; $rest > 0; $rest = intdiv($rest, $base), $share /= $base) {
                    $value += $share * ($rest % $base);
                }
                $values[] = $value;
            }
            $colours[] = $values;
        }

        return [$colours[0], $colours[1], $colours[2]];
    }

    /** As few levels of the planes as keep what is promised, with a part of it left for the lattice. */
    private static function levels(LatticeJudge $judge, PlaneValues $planes): Stack
    {
        $stack = Stack::of($planes->planes);
        $excess = self::excessBetween($judge, $stack, $planes);
        while ($excess > 1.0) {
            // One more of the plane that gains most by it.
            $best = null;
            for ($plane = 0; $plane < $planes->planes->count(); ++$plane) {
                $finer = $stack->finer($plane);
                $then = null === $finer ? \INF : self::excessBetween($judge, $finer, $planes);
                if (null !== $finer && $then < $excess) {
                    [$best, $excess] = [$finer, $then];
                }
            }
            if (null === $best) {
                break;
            }
            $stack = $best;
        }

        return $stack;
    }

    /** How many times further off going in straight lines between levels is than it may be. */
    private static function excessBetween(LatticeJudge $judge, Stack $stack, PlaneValues $planes): float
    {
        $differences = $judge->differencesBetweenLevels($stack);
        [$mean, $percentile99] = self::figures($differences);
        $excess = max($mean / self::MEAN, $percentile99 / self::PERCENTILE_99) / self::BETWEEN_LEVELS;
        foreach ($planes->values as $values) {
            // The soft edges of one plane may be few among those of others.
            $edges = array_filter($differences, static fn (int $i): bool => $values[$i] > 0.0 && $values[$i] < 1.0, \ARRAY_FILTER_USE_KEY);
            $excess = max($excess, [] === $edges ? 0.0 : array_sum($edges) / \count($edges) / self::MEAN_ON_EDGES);
        }

        return $excess;
    }

    /** @return list<int> sizes that may be tried */
    private static function sizes(?Stack $stack): array
    {
        return array_values(array_filter(self::SIZES, static fn (int $size): bool => null === $stack || $stack->allows($size)));
    }

    /** The index of the smallest size that is enough; of the largest where none is. */
    private static function smallest(LatticeJudge $judge, ?Stack $stack): int
    {
        $known = [];
        $sizes = self::sizes($stack);
        $at = static function (int $k) use (&$known, $judge, $stack, $sizes): self {
            return $known[$k] ??= self::judged(Lattice::uniform($sizes[$k]), $judge, $stack);
        };
        $last = \count($sizes) - 1;
        $k = (int) array_search(self::FIRST, $sizes, true);
        // Straight to the size that the first one's error speaks for, then on to the smallest that does.
        $wanted = $at($k)->wanted();
        for ($k = 0; $k < $last && $sizes[$k] < $wanted;) {
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
    public static function given(Lattice $lattice, Grade $grade, EncodingTransform $transform, array $red, array $green, array $blue, ?PlaneValues $planes = null): self
    {
        if ([] === $red) {
            return new self($lattice, 0.0, 0.0, null === $planes ? null : Stack::of($planes->planes));
        }
        $judge = new LatticeJudge($grade, $transform, [$red, $green, $blue], $planes);

        return self::judged($lattice, $judge, null === $planes ? null : self::levels($judge, $planes));
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
            $tried = self::judged(Lattice::dense(Cube::MAX_SIZE, $judge->densities($tried->lattice)), $judge, null);
            $best = $tried->excess() < $best->excess() ? $tried : $best;
        }

        return $best;
    }

    private static function judged(Lattice $lattice, LatticeJudge $judge, ?Stack $stack): self
    {
        return new self($lattice, ...self::figures($judge->differences($lattice, $stack)), stack: $stack);
    }

    /**
     * @param array<int, float> $differences at least one
     *
     * @return array{float, float} mean and what 99 in a hundred are below
     */
    private static function figures(array $differences): array
    {
        sort($differences);
        $n = \count($differences);

        return [array_sum($differences) / $n, $differences[(int) floor(0.99 * ($n - 1))]];
    }
}
