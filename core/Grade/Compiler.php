<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Cube\Cube;

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
            $part = self::part($grade, $size, $first, min($size, $first + $slabs), false, $watch);
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
     * @param int $firstRed 0…size
     * @param int $pastRed  0…size, not below $firstRed
     */
    public static function tableWords(Grade $grade, int $size, int $firstRed, int $pastRed): string
    {
        $words = '';
        for ($red = $firstRed; $red < $pastRed; ++$red) {
            $words .= Cube::words(self::part($grade, $size, $red, $red + 1, true)->colours);
        }

        return $words;
    }

    /**
     * The same of how much each node is reached by a move: its weight in all three channels.
     *
     * @param int $watch    index of the move
     * @param int $firstRed 0…size
     * @param int $pastRed  0…size, not below $firstRed
     */
    public static function weightWords(Grade $grade, int $watch, int $size, int $firstRed, int $pastRed): string
    {
        $words = '';
        for ($red = $firstRed; $red < $pastRed; ++$red) {
            $weights = self::part($grade, $size, $red, $red + 1, true, $watch)->weights[$watch];
            $words .= Cube::words(new ColourBlock(Srgb::class, $weights, $weights, $weights));
        }

        return $words;
    }

    /** The nodes between two levels of the channel that runs slowest: red or blue. */
    private static function part(Grade $grade, int $size, int $first, int $past, bool $redSlowest, ?int $watch = null): Evaluation
    {
        return Evaluator::evaluate($grade, Colours::lattice($size, $first, $past, $redSlowest), null === $watch ? [] : [$watch]);
    }
}
