<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Gamut;
use Tovrin\Core\Cube\Cube;

/** Makes drafts of grades that all begin with the same moves: what those give is worked out once. */
final class Drafts
{
    /** So far off may what lies halfway between two neighbours be: RGB, at this share of the nodes. */
    public const OFF = 0.009;
    /** What is left of an error when a distance is halved: a quarter where the grade bends evenly, half at a kink. */
    public const LEFT = 0.5;
    private const SHARE = 0.99;
    /** Nodes along each axis, the finest first. */
    private const SIZES = [17, 13, 9];

    private readonly Planes $planes;
    private readonly Colours $nodes;
    /** As far as the first move that changes. */
    private readonly Run $begun;

    /**
     * @param int      $first index of the first move that changes; as many as there are moves for none
     * @param int      $size  nodes along each axis
     * @param int|null $watch index of the move whose reach weight goes into the fourth channel
     */
    private function __construct(Grade $grade, private readonly int $first, private readonly int $size, private readonly ?int $watch)
    {
        $this->planes = self::planes($grade, $watch);
        $this->nodes = Colours::lattice($size, 0, $size);
        $run = new Run($grade, $this->nodes, null);
        for ($index = 0; 0 === $this->planes->count() && $index < $first; ++$index) {
            $run->through($index, $index === $watch);
        }
        $this->begun = $run;
    }

    /**
     * Makers of ever finer drafts, each with its first one, as long as they can be made while a hand moves.
     *
     * @param int      $first index of the first move that changes; as many as there are moves for none
     * @param int|null $watch index of the move whose reach weight goes into the fourth channel
     * @param float    $slow  milliseconds that one draft may take; the coarsest may take longer
     * @param int|null $size  nodes along each axis, when no others are wanted
     *
     * @return iterable<array{self, non-empty-list<Cube>}>
     */
    public static function finer(Grade $grade, int $first, ?int $watch, float $slow, ?int $size = null): iterable
    {
        foreach (null === $size ? array_reverse(self::SIZES) : [$size] as $number => $tried) {
            $drafts = new self($grade, $first, $tried, $watch);
            $start = hrtime(true);
            $draft = $drafts->of($grade);
            if (null === $draft || ($number > 0 && hrtime(true) - $start > 1e6 * $slow)) {
                return;
            }
            yield [$drafts, $draft];
        }
    }

    /**
     * The draft of a grade.
     *
     * @return non-empty-list<Cube>|null one cube, or those of a stack, see Stack::cubes(); null for no grade, and for one with other planes
     */
    public function of(?Grade $grade): ?array
    {
        if (null === $grade) {
            return null;
        }
        if ($this->planes->count() > 0) {
            $planes = self::planes($grade, $this->watch);

            return $planes->all == $this->planes->all && $planes->of === $this->planes->of ? Stack::of($planes)->cubes($grade, $this->size, $this->watch) : null;
        }
        $run = $this->begun->onto($grade, $this->first);
        for ($index = $this->first, $count = \count($grade->moves); $index < $count; ++$index) {
            $run->through($index, $index === $this->watch);
        }
        $finished = Gamut::intoSrgb($run->running->working());

        return [new Cube($this->size, $finished->a, $finished->b, $finished->c, null === $this->watch ? [] : $run->weights[$this->watch])];
    }

    /**
     * How far a draft is off the straight line between two others, at all nodes but a few.
     *
     * @param non-empty-list<Cube> $low
     * @param non-empty-list<Cube> $cubes
     * @param non-empty-list<Cube> $high
     * @param float                $share how far it is from the one to the other, 0…1
     */
    public static function off(array $low, array $cubes, array $high, float $share): float
    {
        $off = [];
        foreach ($cubes as $layer => $cube) {
            $n = $cube->size ** 3;
            $here = array_fill(0, $n, 0.0);
            foreach ([[$low[$layer]->red, $cube->red, $high[$layer]->red], [$low[$layer]->green, $cube->green, $high[$layer]->green], [$low[$layer]->blue, $cube->blue, $high[$layer]->blue]] as [$a, $b, $c]) {
                for ($i = 0; $i < $n; ++$i) {
                    $here[$i] = max($here[$i], abs($b[$i] - $a[$i] - $share * ($c[$i] - $a[$i])));
                }
            }
            $off[] = $here;
        }
        $off = array_merge(...$off);
        sort($off);

        return $off[(int) (self::SHARE * (\count($off) - 1))];
    }

    private static function planes(Grade $grade, ?int $watch): Planes
    {
        return Planes::of($grade, null === $watch ? [] : [$watch]);
    }
}
