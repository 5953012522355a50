<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Cube\Lattice;
use Tovrin\Core\Cube\Tetrahedra;

/** Tells how far off some colours come out when a grade is looked up on a lattice; only the nodes around them are computed. */
final class LatticeJudge
{
    /** Nodes computed at once. */
    private const BLOCK = 6000;
    /** Share of a lattice's nodes that stay evenly spread when the others are moved. */
    private const EVEN = 0.3;
    private const BINS = 255;

    private readonly ColourBlock $exact;

    /** @var array<int, float> */
    private array $latest = [];

    /**
     * @param array{array<int, float>, array<int, float>, array<int, float>} $colours in the photo's encoding, 0…1
     * @param PlaneValues|null                                                 $planes  of a grade with planes: what they are at each colour
     */
    public function __construct(private readonly Grade $grade, private readonly EncodingTransform $transform, private readonly array $colours, private readonly ?PlaneValues $planes = null)
    {
        $this->exact = $this->lab($this->finished(...$colours, planes: $planes));
    }

    /**
     * @param Stack|null $stack of a grade with planes: between which levels they are looked up
     *
     * @return array<int, float> ΔE00 of each colour from exact evaluation
     */
    public function differences(Lattice $lattice, ?Stack $stack = null): array
    {
        $size = $lattice->size;
        $corners = Tetrahedra::around($lattice->places(0, $this->colours[0]), $lattice->places(1, $this->colours[1]), $lattice->places(2, $this->colours[2]), [$size * $size, $size, 1]);
        $looked = null === $stack || null === $this->planes ? $this->looked($lattice, $corners) : $this->between($stack, fn (array $counting, array $layers): array => self::some($this->looked($lattice, $corners, $stack, $layers), $counting));

        return $this->latest = DeltaE2000::between($this->exact, $this->lab($looked));
    }

    /**
     * What going in straight lines between the levels of the planes costs by itself, with colours evaluated exactly.
     *
     * @return array<int, float> ΔE00 of each colour
     */
    public function differencesBetweenLevels(Stack $stack): array
    {
        $finished = function (array $counting, array $layers) use ($stack): array {
            /** @var list<int> $counting */
            /** @var array<int, int> $layers */
            return $this->finished(...self::some($this->colours, $counting), planes: self::planesAt($stack, array_map(static fn (int $i): int => $layers[$i], $counting)));
        };

        return DeltaE2000::between($this->exact, $this->lab($this->between($stack, $finished)));
    }

    /**
     * Values of the colours looked up on the lattice.
     *
     * @param array<int, int>|null $layers of the stack, by colour
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>}
     */
    private function looked(Lattice $lattice, Tetrahedra $corners, ?Stack $stack = null, ?array $layers = null): array
    {
        $size = $lattice->size;
        $all = $size ** 3;
        if (null !== $layers) {
            $corners = $corners->shifted(array_map(static fn (int $layer): int => $layer * $all, $layers));
        }
        $nodes = $corners->nodes();
        [$red, $green, $blue] = $lattice->axes;
        $r = $g = $b = $of = [];
        foreach ($nodes as $node) {
            $of[] = intdiv($node, $all);
            $r[] = $red[intdiv($node, $size * $size) % $size];
            $g[] = $green[intdiv($node, $size) % $size];
            $b[] = $blue[$node % $size];
        }
        [$r, $g, $b] = $this->finished($r, $g, $b, planes: null === $stack ? null : self::planesAt($stack, $of));

        return [$corners->between(array_combine($nodes, $r)), $corners->between(array_combine($nodes, $g)), $corners->between(array_combine($nodes, $b))];
    }

    /**
     * The layers of a stack that each colour lies between, and how much each of them counts.
     *
     * @return list<array{array<int, int>, array<int, float>}> layer and share, by colour
     */
    private function layers(Stack $stack): array
    {
        $corners = [[array_fill(0, \count($this->colours[0]), 0), array_fill(0, \count($this->colours[0]), 1.0)]];
        $stride = 1;
        for ($plane = 0; $plane < $stack->planes->count(); ++$plane, $stride *= $top + 1) {
            $top = \count($stack->levels[$plane]) - 1;
            $values = $this->planes->values[$plane] ?? [];
            $next = [];
            foreach ($corners as [$layers, $shares]) {
                $high = [$layers, $shares];
                foreach ($layers as $i => $layer) {
                    $at = ($values[$i] ?? 1.0) * $top;
                    $below = min($top - 1, (int) $at);
                    $rest = $at - $below;
                    $layers[$i] = $layer + $stride * ($rest < 1.0 ? $below : $below + 1);
                    // Where a level is met there is nothing to go on to.
                    $high[0][$i] = $layer + $stride * ($rest > 0.0 ? $below + 1 : $below);
                    $high[1][$i] = $shares[$i] * $rest;
                    $shares[$i] *= 1.0 - $rest;
                }
                array_push($next, [$layers, $shares], $high);
            }
            $corners = $next;
        }

        return $corners;
    }

    /**
     * Values of the colours between the layers of a stack.
     *
     * @param \Closure(list<int>, array<int, int>): array{array<int, float>, array<int, float>, array<int, float>} $values of some colours, by their numbers; and the layer of every colour
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>}
     */
    private function between(Stack $stack, \Closure $values): array
    {
        $zero = array_fill(0, \count($this->colours[0]), 0.0);
        $sums = [$zero, $zero, $zero];
        foreach ($this->layers($stack) as [$layers, $shares]) {
            // Most colours lie at a level of each plane, and count in one of these corners only.
            $counting = array_keys(array_filter($shares, static fn (float $share): bool => $share > 0.0));
            foreach ([] === $counting ? [] : $values($counting, $layers) as $channel => $own) {
                foreach ($counting as $k => $i) {
                    $sums[$channel][$i] += $shares[$i] * $own[$k];
                }
            }
        }

        return [$sums[0], $sums[1], $sums[2]];
    }

    /**
     * @param array{array<int, float>, array<int, float>, array<int, float>} $channels
     * @param list<int>                                                        $numbers
     *
     * @return array{list<float>, list<float>, list<float>}
     */
    private static function some(array $channels, array $numbers): array
    {
        [$first, $second, $third] = $channels;
        $a = $b = $c = [];
        foreach ($numbers as $i) {
            $a[] = $first[$i];
            $b[] = $second[$i];
            $c[] = $third[$i];
        }

        return [$a, $b, $c];
    }

    /**
     * The planes in layers of a stack.
     *
     * @param array<int, int> $layers
     */
    private static function planesAt(Stack $stack, array $layers): PlaneValues
    {
        $values = [];
        $stride = 1;
        foreach ($stack->levels as $levels) {
            $count = \count($levels);
            $values[] = array_map(static fn (int $layer): float => $levels[intdiv($layer, $stride) % $count], $layers);
            $stride *= $count;
        }

        return new PlaneValues($stack->planes, $values);
    }

    /**
     * How close the nodes of a lattice ought to be: closer where the colours judged last are off.
     *
     * @return array{list<float>, list<float>, list<float>} for Lattice::dense()
     */
    public function densities(Lattice $lattice): array
    {
        return [$this->density($lattice, 0), $this->density($lattice, 1), $this->density($lattice, 2)];
    }

    /** @return list<float> */
    private function density(Lattice $lattice, int $axis): array
    {
        $values = $this->colours[$axis];
        $nodes = $lattice->axes[$axis];
        [$cells] = $lattice->places($axis, $values);
        $error = array_fill(0, $lattice->size - 1, 0.0);
        foreach ($cells as $i => $cell) {
            $error[$cell] += $this->latest[$i] ** 2;
        }
        // Error of the second order in a cell's width is evened out by the cube root of what it is now.
        $weight = [];
        foreach ($error as $cell => $sum) {
            $weight[] = $sum ** (1 / 3);
        }
        $mean = max(1e-12, array_sum($weight));
        $density = array_fill(0, self::BINS, self::EVEN / self::BINS);
        foreach ($weight as $cell => $share) {
            // The cell's share, spread over the bins it covers.
            $from = $nodes[$cell] * self::BINS;
            $to = $nodes[$cell + 1] * self::BINS;
            for ($bin = (int) $from; $bin < $to && $bin < self::BINS; ++$bin) {
                $density[$bin] += (1.0 - self::EVEN) * $share / $mean * (min($to, $bin + 1) - max($from, $bin)) / ($to - $from);
            }
        }

        return array_values($density);
    }

    /**
     * @param array<int, float> $red
     * @param array<int, float> $green
     * @param array<int, float> $blue
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>}
     */
    private function finished(array $red, array $green, array $blue, ?PlaneValues $planes): array
    {
        $r = $g = $b = [];
        for ($at = 0, $n = \count($red); $at < $n; $at += self::BLOCK) {
            $source = $this->transform->source(\array_slice($red, $at, self::BLOCK), \array_slice($green, $at, self::BLOCK), \array_slice($blue, $at, self::BLOCK));
            $own = null === $planes ? null : new PlaneValues($planes->planes, array_map(static fn (array $values): array => \array_slice($values, $at, self::BLOCK), $planes->values));
            [$r[], $g[], $b[]] = Evaluator::into($this->transform->to, $this->grade, $source, $own);
        }

        return [array_merge(...$r), array_merge(...$g), array_merge(...$b)];
    }

    /** @param array{array<int, float>, array<int, float>, array<int, float>} $finished */
    private function lab(array $finished): ColourBlock
    {
        return $this->transform->to->decode(...$finished)->in(LabD50::class);
    }
}
