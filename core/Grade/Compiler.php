<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Cube\Slabs;

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

        return self::slabs($grade, $size, 0, $size, $watch)->asCube();
    }

    /**
     * A part of a lattice: the nodes between two levels of blue. Parts can be computed by several
     * processes and joined with Slabs::join().
     *
     * @param int $firstBlue 0…size
     * @param int $pastBlue  0…size, not below $firstBlue
     */
    public static function slabs(Grade $grade, int $size, int $firstBlue, int $pastBlue, ?int $watch = null): Slabs
    {
        $slabs = max(1, intdiv(self::BLOCK, $size * $size));
        $red = $green = $blue = $weights = [];
        for ($first = $firstBlue; $first < $pastBlue; $first += $slabs) {
            $source = Colours::lattice($size, $first, min($pastBlue, $first + $slabs));
            $part = Evaluator::evaluate($grade, $source, null === $watch ? [] : [$watch]);
            $red[] = $part->colours->a;
            $green[] = $part->colours->b;
            $blue[] = $part->colours->c;
            if (null !== $watch && isset($part->weights[$watch])) {
                $weights[] = $part->weights[$watch];
            }
        }

        return new Slabs($size, array_merge(...$red), array_merge(...$green), array_merge(...$blue), array_merge(...$weights));
    }
}
