<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Cube\Cube;

/**
 * Drafts of a grade at some places along a line, so close that between two neighbours one may go in a straight line: what a screen needs to follow
 * a hand that drags a control, without asking at every step. They come nearest first.
 */
final class Track
{
    /** Milliseconds that one draft may take before a coarser lattice is taken. */
    private const SLOW = 35.0;
    /** Parts of the line on either side that are looked at first: soon there is something wherever the hand goes. */
    private const LADDER = [1 / 16, 1 / 4, 1.0, 1 / 2, 1 / 8, 1 / 32];
    /** Drafts at the most, and the least part of the line between two: what jumps would be looked at ever closer. */
    private const MOST = 81;
    private const CLOSEST = 1 / 1024;
    /** Seconds that drafts are made closer for: then what is there has to do. */
    private const ENOUGH = 0.6;
    /** Part of the line from where one begins within which all that is equally far off is equally urgent. */
    private const NEAR = 1 / 3;

    /** @var array<array-key, non-empty-list<Cube>> by place */
    private array $known = [];
    private bool $wanted = true;

    /** @param \Closure(float, non-empty-list<Cube>): bool $take told the place on the line and what is there; false for no more */
    private function __construct(private readonly GradeLine $line, private readonly Drafts $drafts, private readonly \Closure $take)
    {
    }

    /**
     * Drafts along a line, each handed over as soon as it is there.
     *
     * @param int|null                                    $watch index of the move whose reach weight goes into the fourth channel
     * @param \Closure(float, non-empty-list<Cube>): bool $take  told the place on the line and what is there, see Drafts::of(); false for no more
     * @param int|null                                    $size  nodes along each axis; null is as many as can be computed while a hand moves
     */
    public static function along(GradeLine $line, ?int $watch, \Closure $take, ?int $size = null): void
    {
        $track = null;
        foreach (Drafts::finer($line->grade, $line->first, $watch, self::SLOW, $size) as [$drafts, $draft]) {
            $track = new self($line, $drafts, $take);
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
        $most = intdiv(self::MOST, \count($this->known['0']));
        $began = hrtime(true);
        while ([] !== $gaps && $this->wanted && \count($this->known) < $most && hrtime(true) - $began < 1e9 * $enough) {
            usort($gaps, fn (array $one, array $other): int => $this->urgency($other) <=> $this->urgency($one));
            [$low, $high, $error] = array_shift($gaps);
            $middle = ($low + $high) / 2.0;
            if ($error * Drafts::LEFT > Drafts::OFF && $high - $low > self::CLOSEST * ($this->line->to - $this->line->from) && $this->make($middle)) {
                $left = $this->off($low, $middle, $high);
                array_push($gaps, [$low, $middle, $left], [$middle, $high, $left]);
            }
        }
    }

    /** Whether there is a draft at a place now. */
    private function make(float $place): bool
    {
        if (!isset($this->known[(string) $place])) {
            $draft = $this->wanted ? $this->drafts->of(($this->line->at)($place)) : null;
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
        $this->known[(string) $place] = $draft;
        $this->wanted = $this->wanted && ($this->take)($place, $draft);
    }

    /** @return list<array{float, float, float}> between each two neighbours, and how far off a straight line may be there, as what lies beside shows */
    private function gaps(): array
    {
        $places = array_map(floatval(...), array_keys($this->known));
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
        return Drafts::off($this->known[(string) $before], $this->known[(string) $place], $this->known[(string) $after], ($place - $before) / ($after - $before));
    }
}
