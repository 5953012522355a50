<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Gamut;
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Cube\Lattice;

/** Compiles a grade to a cube: exact evaluation at every node of the lattice. */
final class Compiler
{
    /** Nodes worked on at once: large enough to pay for the calls, small enough for the cache. */
    private const BLOCK = 6000;

    /**
     * @param int                                           $size  nodes along each axis, see Cube::MIN_SIZE and MAX_SIZE
     * @param int|null                                      $watch index of the move whose reach weight goes into the fourth channel
     * @param \Closure(Colours): array<int, float>|null $weigh what goes there instead
     */
    public static function compile(Grade $grade, int $size, ?int $watch = null, ?\Closure $weigh = null): Cube
    {
        $red = $green = $blue = $weights = [];
        foreach (self::nodes($size) as $nodes) {
            $part = Evaluator::evaluate($grade, $nodes, null === $watch ? [] : [$watch]);
            $red[] = $part->colours->a;
            $green[] = $part->colours->b;
            $blue[] = $part->colours->c;
            if (null !== $weigh) {
                $weights[] = $weigh($nodes);
            } elseif (null !== $watch && isset($part->weights[$watch])) {
                $weights[] = $part->weights[$watch];
            }
        }

        return new Cube($size, array_merge(...$red), array_merge(...$green), array_merge(...$blue), array_merge(...$weights));
    }

    /**
     * The nodes of a lattice piece by piece, for tables that would take much memory as a whole.
     *
     * @return \Generator<int, ColourBlock> encoded sRGB, red running fastest
     */
    public static function slabs(Grade $grade, int $size): \Generator
    {
        foreach (self::nodes($size) as $nodes) {
            yield Evaluator::evaluate($grade, $nodes)->colours;
        }
    }

    /**
     * A part of the lattice, between two levels of red, as an ICC table holds it: 16-bit words, red
     * running slowest. Parts that follow one another can be computed by several processes and joined, see Stack.
     *
     * @param int                  $firstRed 0…size
     * @param int                  $pastRed  0…size, not below $firstRed
     * @param list<list<int>>|null $needed   see Occupancy::nodes(): the others get the value of a node far off; null is all
     * @param Stack|null           $stack    of a grade with planes: the part of each of its layers, one after the other
     */
    public static function tableWords(Grade $grade, EncodingTransform $transform, Lattice $lattice, int $firstRed, int $pastRed, ?array $needed = null, ?Stack $stack = null): string
    {
        $finish = static fn (Colours $nodes): array => null === $stack
            ? Evaluator::into($transform->to, $grade, $nodes)
            : Gamut::into($transform->to, Evaluator::stack($grade, $nodes, $stack->planes, $stack->levels)[0]->working());

        return self::words($finish, $stack?->layers() ?? 1, $transform, $lattice, $firstRed, $pastRed, $needed);
    }

    /**
     * The same of how much each node is reached by a move: its weight in all three channels.
     *
     * @param int                  $watch    index of the move
     * @param int                  $firstRed 0…size
     * @param int                  $pastRed  0…size, not below $firstRed
     * @param list<list<int>>|null $needed
     */
    public static function weightWords(Grade $grade, int $watch, EncodingTransform $transform, Lattice $lattice, int $firstRed, int $pastRed, ?array $needed = null, ?Stack $stack = null): string
    {
        $weights = static function (Colours $nodes) use ($grade, $watch, $stack): array {
            $weight = (null === $stack ? Evaluator::running($grade, $nodes, [$watch]) : Evaluator::stack($grade, $nodes, $stack->planes, $stack->levels, [$watch]))[1][$watch];

            return [$weight, $weight, $weight];
        };

        return self::words($weights, $stack?->layers() ?? 1, $transform, $lattice, $firstRed, $pastRed, $needed);
    }

    /**
     * @param \Closure(Colours): array{array<int, float>, array<int, float>, array<int, float>} $finish gives all layers, one after the other
     * @param int<1, max>                                                                          $layers
     * @param list<list<int>>|null                                                                 $needed
     */
    private static function words(\Closure $finish, int $layers, EncodingTransform $transform, Lattice $lattice, int $firstRed, int $pastRed, ?array $needed): string
    {
        $words = array_fill(0, $layers, '');
        if (null === $needed) {
            for ($red = $firstRed; $red < $pastRed; ++$red) {
                foreach (self::layered($finish($transform->nodes($lattice, $red, $red + 1)), $layers) as $layer => $slab) {
                    $words[$layer] .= $slab;
                }
            }

            return implode('', $words);
        }
        $coarse = new CoarseTable($finish, $layers, $transform, $lattice);
        for ($red = $firstRed; $red < $pastRed;) {
            // Levels of red together, until there is enough to pay for the calls.
            for ($past = $red, $count = 0; $past < $pastRed && $count * $layers < self::BLOCK; ++$past) {
                $count += \count($needed[$past]);
            }
            $exact = self::exactWords($finish, $layers, $transform, $lattice, \array_slice($needed, $red, $past - $red), $red);
            for ($at = 0; $red < $past; $at += 6 * \count($needed[$red]), ++$red) {
                foreach ($exact as $layer => $found) {
                    $words[$layer] .= self::laidOver($coarse->slab($layer, $red), $needed[$red], substr($found, $at, 6 * \count($needed[$red])));
                }
            }
        }

        return implode('', $words);
    }

    /**
     * @param array{array<int, float>, array<int, float>, array<int, float>} $values of all layers
     * @param int<1, max>                                                   $layers
     *
     * @return list<string> words of each
     */
    public static function layered(array $values, int $layers): array
    {
        $each = intdiv(\count($values[0]), $layers);
        $words = [];
        for ($layer = 0; $layer < $layers; ++$layer) {
            $words[] = 0 === $each ? '' : Cube::words(\array_slice($values[0], $layer * $each, $each), \array_slice($values[1], $layer * $each, $each), \array_slice($values[2], $layer * $each, $each));
        }

        return $words;
    }

    /**
     * The level of red at which to part a table for two processes, so that both have as much to do.
     *
     * @param list<list<int>> $needed
     */
    public static function middle(array $needed): int
    {
        $counts = array_map(\count(...), $needed);
        $half = array_sum($counts) / 2;
        for ($red = 0, $sum = 0; $red < \count($counts) - 1 && $sum + $counts[$red] / 2 < $half; ++$red) {
            $sum += $counts[$red];
        }

        return $red;
    }

    /**
     * @param \Closure(Colours): array{array<int, float>, array<int, float>, array<int, float>} $finish
     * @param int<1, max>                                                                          $layers
     * @param list<list<int>>                                                                      $needed by level of red, from one on
     *
     * @return list<string> by layer
     */
    private static function exactWords(\Closure $finish, int $layers, EncodingTransform $transform, Lattice $lattice, array $needed, int $firstRed): array
    {
        [$reds, $greens, $blues] = $lattice->axes;
        $size = $lattice->size;
        $r = $g = $b = [];
        foreach ($needed as $k => $nodes) {
            $level = $reds[$firstRed + $k];
            foreach ($nodes as $node) {
                $r[] = $level;
                $g[] = $greens[intdiv($node, $size)];
                $b[] = $blues[$node % $size];
            }
        }

        return [] === $r ? array_fill(0, $layers, '') : self::layered($finish($transform->source($r, $g, $b)), $layers);
    }

    /**
     * @param list<int> $nodes rising
     * @param string    $words six bytes for each of the nodes
     */
    private static function laidOver(string $slab, array $nodes, string $words): string
    {
        $pieces = [];
        $end = 0;
        for ($i = 0, $n = \count($nodes); $i < $n; $i = $j) {
            for ($j = $i + 1; $j < $n && $nodes[$i] + $j - $i === $nodes[$j];) {
                ++$j;
            }
            $pieces[] = substr($slab, $end, 6 * $nodes[$i] - $end);
            $pieces[] = substr($words, 6 * $i, 6 * ($j - $i));
            $end = 6 * ($nodes[$i] + $j - $i);
        }

        return implode('', $pieces).substr($slab, $end);
    }

    /** @return \Generator<int, Colours> the nodes of a lattice, some levels of blue at once */
    private static function nodes(int $size): \Generator
    {
        if ($size < Cube::MIN_SIZE || $size > Cube::MAX_SIZE) {
            throw new \InvalidArgumentException(Cube::sizeMessage($size));
        }
        $levels = max(1, intdiv(self::BLOCK, $size * $size));
        for ($first = 0; $first < $size; $first += $levels) {
            yield Colours::lattice($size, $first, min($size, $first + $levels));
        }
    }
}
