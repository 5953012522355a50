<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Gamut;
use Tovrin\Core\Cube\Cube;

/**
 * Drafts of a grade at some places along a line, so close that between two neighbours one may go in a straight line: what a screen needs to follow
 * a hand that drags a control, without asking at every step. They come nearest first.
 */
final class Track
{
    /** Nodes along each axis, the finest first. */
    private const SIZES = [17, 13, 9];
    /** Milliseconds that one draft may take before a coarser lattice is taken. */
    private const SLOW = 35.0;
    /** So far off may what lies halfway between two neighbours be: RGB, at this share of the nodes. */
    private const OFF = 0.009;
    private const SHARE = 0.99;
    /** Parts of the line on either side that are looked at first: soon there is something wherever the hand goes. */
    private const LADDER = [1 / 16, 1 / 4, 1.0, 1 / 2, 1 / 8, 1 / 32];
    /** What is left of an error when a distance is halved: a quarter where the grade bends evenly, half at a kink. */
    private const LEFT = 0.5;
    /** Drafts at the most, and the least part of the line between two: what jumps would be looked at ever closer. */
    private const MOST = 81;
    private const CLOSEST = 1 / 1024;
    /** Seconds that drafts are made closer for: then what is there has to do. */
    private const ENOUGH = 0.6;
    /** Part of the line from where one begins within which all that is equally far off is equally urgent. */
    private const NEAR = 1 / 3;

    private readonly Planes $planes;
    private readonly Colours $nodes;
    /** As far as the first move that changes. */
    private readonly Run $begun;
    /** @var array<array-key, non-empty-list<Cube>> by place */
    private array $drafts = [];
    private bool $wanted = true;

    /**
     * @param int|null                                    $watch index of the move whose reach weight goes into the fourth channel
     * @param \Closure(float, non-empty-list<Cube>): bool $take  told the place on the line and what is there, see at(); false for no more
     */
    private function __construct(private readonly GradeLine $line, private readonly int $size, private readonly ?int $watch, private readonly \Closure $take)
    {
        $this->planes = self::planes($line->grade, $watch);
        $this->nodes = Colours::lattice($size, 0, $size);
        $run = new Run($line->grade, $this->nodes, null);
        for ($index = 0; 0 === $this->planes->count() && $index < $line->first; ++$index) {
            $run->through($index, $index === $watch);
        }
        $this->begun = $run;
    }

    /**
     * Drafts along a line, each handed over as soon as it is there.
     *
     * @param int|null                                    $watch index of the move whose reach weight goes into the fourth channel
     * @param \Closure(float, non-empty-list<Cube>): bool $take  told the place on the line and what is there, see at(); false for no more
     * @param int|null                                    $size  nodes along each axis; null is as many as can be computed while a hand moves
     */
    public static function along(GradeLine $line, ?int $watch, \Closure $take, ?int $size = null): void
    {
        $track = null;
        foreach (null === $size ? array_reverse(self::SIZES) : [$size] as $tried) {
            $finer = new self($line, $tried, $watch, $take);
            $start = hrtime(true);
            $draft = $finer->at(0.0);
            if (null === $draft || (null !== $track && hrtime(true) - $start > 1e6 * self::SLOW)) {
                break;
            }
            $track = $finer;
            $track->hand(0.0, $draft);
        }
        $track?->go(null === $size ? self::ENOUGH : \INF);
    }

    /** @param float $enough seconds that drafts are made closer for */
    private function go(float $enough): void
    {
        foreach (self::LADDER as $share) {
            $this->make($share * $this->line->from);
            $this->make($share * $this->line->to);
        }
        $gaps = $this->gaps();
        // A stack is as much as several.
        $most = intdiv(self::MOST, \count($this->drafts['0']));
        $began = hrtime(true);
        while ([] !== $gaps && $this->wanted && \count($this->drafts) < $most && hrtime(true) - $began < 1e9 * $enough) {
            usort($gaps, fn (array $one, array $other): int => $this->urgency($other) <=> $this->urgency($one));
            [$low, $high, $error] = array_shift($gaps);
            $middle = ($low + $high) / 2.0;
            if ($error * self::LEFT > self::OFF && $high - $low > self::CLOSEST * ($this->line->to - $this->line->from) && $this->make($middle)) {
                $left = $this->off($low, $middle, $high);
                array_push($gaps, [$low, $middle, $left], [$middle, $high, $left]);
            }
        }
    }

    /** Whether there is a draft at a place now. */
    private function make(float $place): bool
    {
        if (!isset($this->drafts[(string) $place])) {
            $draft = $this->wanted ? $this->at($place) : null;
            if (null === $draft) {
                return false;
            }
            $this->hand($place, $draft);
        }

        return true;
    }

    /** @param non-empty-list<Cube> $draft */
    private function hand(float $place, array $draft): void
    {
        $this->drafts[(string) $place] = $draft;
        $this->wanted = $this->wanted && ($this->take)($place, $draft);
    }

    /** @return list<array{float, float, float}> between each two neighbours, and how far off a straight line may be there, as what lies beside shows */
    private function gaps(): array
    {
        $places = array_map(floatval(...), array_keys($this->drafts));
        sort($places);
        $errors = array_fill(0, \count($places), 0.0);
        for ($i = 1; $i < \count($places) - 1; ++$i) {
            $errors[$i] = $this->off($places[$i - 1], $places[$i], $places[$i + 1]);
        }
        $gaps = [];
        for ($i = 1; $i < \count($places); ++$i) {
            $gaps[] = [$places[$i - 1], $places[$i], max($errors[$i - 1], $errors[$i])];
        }

        return $gaps;
    }

    /**
     * What is far off comes sooner, and what is near.
     *
     * @param array{float, float, float} $gap between two places, and how far off a straight line is there
     */
    private function urgency(array $gap): float
    {
        [$low, $high, $error] = $gap;

        return $error / max(self::NEAR * ($this->line->to - $this->line->from), min(abs($low), abs($high)));
    }

    /** How far a draft is off the straight line between two others, at all nodes but a few. */
    private function off(float $before, float $place, float $after): float
    {
        [$low, $cubes, $high] = [$this->drafts[(string) $before], $this->drafts[(string) $place], $this->drafts[(string) $after]];
        $share = ($place - $before) / ($after - $before);
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

    /**
     * The draft at a place.
     *
     * @return non-empty-list<Cube>|null one cube, or those of a stack, see Stack::cubes(); null where there is no grade, or one with other planes
     */
    private function at(float $t): ?array
    {
        $grade = ($this->line->at)($t);
        if (null === $grade) {
            return null;
        }
        if ($this->planes->count() > 0) {
            $planes = self::planes($grade, $this->watch);

            return $planes->all == $this->planes->all && $planes->of === $this->planes->of ? Stack::of($planes)->cubes($grade, $this->size, $this->watch) : null;
        }
        $run = $this->begun->onto($grade, $this->line->first);
        for ($index = $this->line->first, $count = \count($grade->moves); $index < $count; ++$index) {
            $run->through($index, $index === $this->watch);
        }
        $finished = Gamut::intoSrgb($run->running->working());

        return [new Cube($this->size, $finished->a, $finished->b, $finished->c, null === $this->watch ? [] : $run->weights[$this->watch])];
    }

    private static function planes(Grade $grade, ?int $watch): Planes
    {
        return Planes::of($grade, null === $watch ? [] : [$watch]);
    }
}
