<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Cube\Cube;

/**
 * Drafts of a grade where the lines of a grid cross: what a screen needs to follow a hand that drags a control with two degrees of freedom, such as a
 * point of a curve. Near the hand they are so close that within a cell of the grid one may go in straight lines; as far as the ends there is something.
 * They come nearest first.
 */
final class Field
{
    /** Milliseconds that one draft may take before a coarser lattice is taken: there are many of them. */
    private const SLOW = 9.0;
    /** Parts of the way to the ends that are looked at first, and the part that lines are drawn closer in. */
    private const LADDER = [1 / 24, 1 / 6, 1.0];
    private const NEAR = 1 / 6;
    /** Drafts at the most, and the least part of the way between two lines. */
    private const MOST = 256;
    private const CLOSEST = 1 / 256;
    /** Seconds that lines are drawn closer for: then what is there has to do. */
    private const ENOUGH = 1.0;

    /** @var array<array-key, array<array-key, non-empty-list<Cube>>> by place along, and aside */
    private array $known = [];
    /** @var array<int, non-empty-list<float>> where lines are, rising: along (0), and aside (1) */
    private array $lines = [[0.0], [0.0]];
    private bool $wanted = true;
    /** @var array<string, float> what was found by off() */
    private array $offs = [];

    /** @param \Closure(float, float, non-empty-list<Cube>): bool $take told the place and what is there; false for no more */
    private function __construct(private readonly GradeField $field, private readonly Drafts $drafts, private readonly \Closure $take)
    {
    }

    /**
     * Drafts all over, each handed over as soon as it is there.
     *
     * @param int|null                                           $watch index of the move whose reach weight goes into the fourth channel
     * @param \Closure(float, float, non-empty-list<Cube>): bool $take  told the place and what is there, see Drafts::of(); false for no more
     * @param int|null                                           $size  nodes along each axis; null is as many as can be computed while a hand moves
     */
    public static function over(GradeField $field, ?int $watch, \Closure $take, ?int $size = null): void
    {
        $over = null;
        foreach (Drafts::finer($field->grade, $field->first, $watch, self::SLOW, $size) as [$drafts, $draft]) {
            $over = new self($field, $drafts, $take);
            $over->hand(0.0, 0.0, $draft);
        }
        $over?->go(null === $size ? self::ENOUGH : \INF);
    }

    /** @param float $enough seconds that lines are drawn closer for */
    private function go(float $enough): void
    {
        foreach (self::LADDER as $share) {
            foreach ([$this->field->along, $this->field->aside] as $axis => $ends) {
                $this->draw($axis, $share * $ends[0]);
                $this->draw($axis, $share * $ends[1]);
            }
        }
        // A stack is as much as several.
        $most = intdiv(self::MOST, \count($this->known['0']['0'] ?? [1]));
        $began = hrtime(true);
        while ($this->wanted && hrtime(true) - $began < 1e9 * $enough && null !== ($line = $this->mostUrgent($most))) {
            $this->draw(...$line);
        }
    }

    /** Drafts wherever a new line crosses the others. */
    private function draw(int $axis, float $place): void
    {
        if (\in_array($place, $this->lines[$axis], false)) {
            return;
        }
        // From where the hand is outwards.
        $others = $this->lines[1 - $axis];
        usort($others, static fn (float $one, float $other): int => abs($one) <=> abs($other));
        foreach ($others as $other) {
            [$x, $y] = 0 === $axis ? [$place, $other] : [$other, $place];
            $draft = $this->wanted ? $this->drafts->of(($this->field->at)($x, $y)) : null;
            if (null !== $draft) {
                $this->hand($x, $y, $draft);
            }
        }
        $lines = [...$this->lines[$axis], $place];
        sort($lines);
        $this->lines[$axis] = $lines;
    }

    /** @param non-empty-list<Cube> $draft */
    private function hand(float $x, float $y, array $draft): void
    {
        $this->known[self::key($x)][self::key($y)] = $draft;
        $this->wanted = $this->wanted && ($this->take)($x, $y, $draft);
    }

    /**
     * The middle between the two near lines where straight lines are furthest off, as what lies beside shows.
     *
     * @param int $most drafts in all
     *
     * @return array{int, float}|null null where it is close enough everywhere, or there are enough
     */
    private function mostUrgent(int $most): ?array
    {
        $best = null;
        $worst = 0.0;
        foreach ([$this->field->along, $this->field->aside] as $axis => [$from, $to]) {
            $lines = $this->near($axis);
            if ((\count($this->lines[$axis]) + 1) * \count($this->lines[1 - $axis]) > $most) {
                continue;
            }
            $errors = $this->errors($axis);
            for ($k = 1; $k < \count($lines); ++$k) {
                [$low, $high] = [$lines[$k - 1], $lines[$k]];
                $error = max($errors[$k - 1], $errors[$k]);
                // What jumps would be looked at ever closer: a wide cell counts for more than a narrow one.
                $share = ($high - $low) / ($to - $from);
                if ($error * Drafts::LEFT > Drafts::OFF && $share > self::CLOSEST && $error * $share > $worst) {
                    [$best, $worst] = [[$axis, ($low + $high) / 2.0], $error * $share];
                }
            }
        }

        return $best;
    }

    /** @return non-empty-list<float> the lines of an axis that lie near the hand, rising */
    private function near(int $axis): array
    {
        [$from, $to] = 0 === $axis ? $this->field->along : $this->field->aside;
        $near = array_values(array_filter($this->lines[$axis], static fn (float $place): bool => $place >= self::NEAR * $from && $place <= self::NEAR * $to));

        return [] === $near ? [0.0] : $near;
    }

    /** @return array<int, float> how far what is on each near line of an axis is off the straight line between its neighbours, at most; 0 for the outermost */
    private function errors(int $axis): array
    {
        $lines = $this->near($axis);
        $others = $this->near(1 - $axis);
        // Where the hand is, and as far as it may go.
        $some = array_unique([min($others), 0.0, max($others)]);
        $errors = array_fill(0, \count($lines), 0.0);
        for ($k = 1; $k < \count($lines) - 1; ++$k) {
            foreach ($some as $other) {
                $errors[$k] = max($errors[$k], $this->off($axis, $other, $lines[$k - 1], $lines[$k], $lines[$k + 1]));
            }
        }

        return $errors;
    }

    /** How far a draft is off the straight line between two others of an axis, most of which stay neighbours with a new line. 0 where one of them is missing. */
    private function off(int $axis, float $other, float $before, float $place, float $after): float
    {
        $on = fn (float $place): ?array => 0 === $axis ? $this->known[self::key($place)][self::key($other)] ?? null : $this->known[self::key($other)][self::key($place)] ?? null;
        [$low, $middle, $high] = [$on($before), $on($place), $on($after)];

        return null === $low || null === $middle || null === $high ? 0.0 : $this->offs["$axis $other $before $place $after"] ??= Drafts::off($low, $middle, $high, ($place - $before) / ($after - $before));
    }

    private static function key(float $place): string
    {
        return (string) (0.0 + $place);
    }
}
