<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Cube\Lattice;

/** Compiles a grade to a cube: exact evaluation at every node of the lattice. */
final class Compiler
{
    /** Nodes worked on at once: large enough to pay for the calls, small enough for the cache. */
    private const BLOCK = 6000;

    /**
     * @param int      $size  nodes along each axis, see Cube::MIN_SIZE and MAX_SIZE
     * @param int|null $watch index of the move whose reach weight goes into the fourth channel
     */
    public static function compile(Grade $grade, int $size, ?int $watch = null): Cube
    {
        if ($size < Cube::MIN_SIZE || $size > Cube::MAX_SIZE) {
            throw new \InvalidArgumentException(Cube::sizeMessage($size));
        }
        $slabs = max(1, intdiv(self::BLOCK, $size * $size));
        $red = $green = $blue = $weights = [];
        for ($first = 0; $first < $size; $first += $slabs) {
            $part = self::part($grade, $size, $first, min($size, $first + $slabs), $watch);
            $red[] = $part->colours->a;
            $green[] = $part->colours->b;
            $blue[] = $part->colours->c;
            if (null !== $watch && isset($part->weights[$watch])) {
                $weights[] = $part->weights[$watch];
            }
        }

        return new Cube($size, array_merge(...$red), array_merge(...$green), array_merge(...$blue), array_merge(...$weights));
    }

    /**
     * A part of the lattice, between two levels of red, as an ICC table holds it: 16-bit words, red
     * running slowest. Parts that follow one another can be computed by several processes and joined.
     *
     * @param int                  $firstRed 0…size
     * @param int                  $pastRed  0…size, not below $firstRed
     * @param list<list<int>>|null $needed   see Occupancy::nodes(): the others get the value of a node far off; null is all
     */
    public static function tableWords(Grade $grade, Passage $passage, Lattice $lattice, int $firstRed, int $pastRed, ?array $needed = null): string
    {
        return self::words(static fn (Colours $nodes): array => Evaluator::into($passage->to, $grade, $nodes), $passage, $lattice, $firstRed, $pastRed, $needed);
    }

    /**
     * The same of how much each node is reached by a move: its weight in all three channels.
     *
     * @param int                  $watch    index of the move
     * @param int                  $firstRed 0…size
     * @param int                  $pastRed  0…size, not below $firstRed
     * @param list<list<int>>|null $needed
     */
    public static function weightWords(Grade $grade, int $watch, Passage $passage, Lattice $lattice, int $firstRed, int $pastRed, ?array $needed = null): string
    {
        $weights = static function (Colours $nodes) use ($grade, $watch): array {
            $weight = Evaluator::running($grade, $nodes, [$watch])[1][$watch];

            return [$weight, $weight, $weight];
        };

        return self::words($weights, $passage, $lattice, $firstRed, $pastRed, $needed);
    }

    /**
     * @param \Closure(Colours): array{array<int, float>, array<int, float>, array<int, float>} $finish
     * @param list<list<int>>|null                                                                 $needed
     */
    private static function words(\Closure $finish, Passage $passage, Lattice $lattice, int $firstRed, int $pastRed, ?array $needed): string
    {
        $words = '';
        if (null === $needed) {
            for ($red = $firstRed; $red < $pastRed; ++$red) {
                $words .= Cube::words(...$finish($passage->nodes($lattice, $red, $red + 1)));
            }

            return $words;
        }
        $coarse = new CoarseTable($finish, $passage, $lattice);
        for ($red = $firstRed; $red < $pastRed;) {
            // Levels of red together, until there is enough to pay for the calls.
            for ($past = $red, $count = 0; $past < $pastRed && $count < self::BLOCK; ++$past) {
                $count += \count($needed[$past]);
            }
            $exact = self::exactWords($finish, $passage, $lattice, \array_slice($needed, $red, $past - $red), $red);
            for ($at = 0; $red < $past; $at += 6 * \count($needed[$red]), ++$red) {
                $words .= self::laidOver($coarse->slab($red), $needed[$red], substr($exact, $at, 6 * \count($needed[$red])));
            }
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
     * @param list<list<int>>                                                                      $needed by level of red, from one on
     */
    private static function exactWords(\Closure $finish, Passage $passage, Lattice $lattice, array $needed, int $firstRed): string
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

        return [] === $r ? '' : Cube::words(...$finish($passage->source($r, $g, $b)));
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

    /** The nodes between two levels of blue. */
    private static function part(Grade $grade, int $size, int $first, int $past, ?int $watch = null): Evaluation
    {
        return Evaluator::evaluate($grade, Colours::lattice($size, $first, $past), null === $watch ? [] : [$watch]);
    }
}
