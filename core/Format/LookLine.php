<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\GradeField;
use Tovrin\Core\Grade\GradeLine;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Move\MoveKinds;
use Tovrin\Core\Move\Params;

/** A look along a straight line through its settings: what it goes through while a control is dragged. */
final class LookLine
{
    private const MOVE = 'moves';
    private const GROUP = 'groups';
    private const HALVINGS = 12;

    /**
     * @param Grade             $grade  at 0
     * @param list<SettingStep> $steps  the numbers that change, and how far each goes from 0 to 1
     * @param Tables            $tables see LookJson::read()
     *
     * @throws FormatError naming what is no number with bounds
     */
    public static function of(Grade $grade, array $steps, Tables $tables = new Tables()): GradeLine
    {
        $look = self::data($grade);
        ['numbers' => $numbers, 'ends' => [$from, $to], 'first' => $first] = self::numbers($grade, $look, $steps);
        $at = static fn (float $t): ?Grade => self::moved($grade, $look, [[$numbers, $t]], $tables);

        return new GradeLine($grade, $at, self::end($at, $from), self::end($at, $to), $first);
    }

    /**
     * The same with two things that go each by itself, as a point of a curve does.
     *
     * @param Grade             $grade at 0, 0
     * @param list<SettingStep> $along the numbers that change with the one, and how far each goes from 0 to 1
     * @param list<SettingStep> $aside with the other
     * @param Tables            $tables see LookJson::read()
     *
     * @throws FormatError naming what is no number with bounds
     */
    public static function across(Grade $grade, array $along, array $aside, Tables $tables = new Tables()): GradeField
    {
        $look = self::data($grade);
        [$one, $other] = [self::numbers($grade, $look, $along), self::numbers($grade, $look, $aside)];
        $at = static fn (float $x, float $y): ?Grade => self::moved($grade, $look, [[$one['numbers'], $x], [$other['numbers'], $y]], $tables);
        [$alone, $otherAlone] = [static fn (float $x): ?Grade => $at($x, 0.0), static fn (float $y): ?Grade => $at(0.0, $y)];

        return new GradeField(
            $grade,
            $at,
            [self::end($alone, $one['ends'][0]), self::end($alone, $one['ends'][1])],
            [self::end($otherAlone, $other['ends'][0]), self::end($otherAlone, $other['ends'][1])],
            min($one['first'], $other['first']),
        );
    }

    /** @return array{moves: list<array<string, mixed>>} */
    private static function data(Grade $grade): array
    {
        /** @var array{moves: list<array<string, mixed>>} $look */
        $look = json_decode(LookWriter::write($grade), true, 64, \JSON_THROW_ON_ERROR);

        return $look;
    }

    /**
     * The numbers that go together, where they are and by how much each goes; and as far as their bounds let them.
     *
     * @param array{moves: list<array<string, mixed>>} $look
     * @param list<SettingStep>                        $steps
     *
     * @return array{numbers: list<array{non-empty-list<string>, float, float}>, ends: array{float, float}, first: int}
     *
     * @throws FormatError naming what is no number with bounds
     */
    private static function numbers(Grade $grade, array $look, array $steps): array
    {
        $first = \count($grade->moves);
        [$from, $to] = [-\INF, \INF];
        $numbers = [];
        foreach ($steps as $step) {
            $way = $step->way();
            $bounds = SettingBounds::of($way, $look);
            $value = self::value($look, $way) ?? $bounds?->rest;
            if ([] === $way || null === $bounds || null === $value || 0.0 === $step->by) {
                throw new FormatError(\sprintf('%s: is no number of this look that can be dragged.', $step->path));
            }
            $ends = [($bounds->least - $value) / $step->by, ($bounds->most - $value) / $step->by];
            [$from, $to] = [max($from, min($ends)), min($to, max($ends))];
            $first = min($first, self::firstMove($grade, $way));
            $numbers[] = [$way, $value, $step->by];
        }

        return ['numbers' => $numbers, 'ends' => [min(0.0, $from), max(0.0, $to)], 'first' => $first];
    }

    /**
     * @param array{moves: list<array<string, mixed>>}                                   $look
     * @param list<array{list<array{non-empty-list<string>, float, float}>, float}> $gone numbers that go together, and how far they are
     */
    private static function moved(Grade $grade, array $look, array $gone, Tables $tables): ?Grade
    {
        $ways = [];
        foreach ($gone as [$numbers, $t]) {
            foreach ($numbers as [$way, $value, $by]) {
                /** @var array{moves: list<array<string, mixed>>} $look */
                $look = self::put($look, $way, $value + $t * $by);
                $ways[] = $way;
            }
        }

        return self::grade($grade, $look, $ways, $tables);
    }

    /**
     * As far towards an end as numbers go together: a point of a curve stays between its neighbours.
     *
     * @param \Closure(float): ?Grade $at
     */
    private static function end(\Closure $at, float $end): float
    {
        if (null !== $at($end)) {
            return $end;
        }
        [$in, $out] = [0.0, $end];
        for ($i = 0; $i < self::HALVINGS; ++$i) {
            $middle = ($in + $out) / 2.0;
            [$in, $out] = null === $at($middle) ? [$in, $middle] : [$middle, $out];
        }

        return $in;
    }

    /**
     * The grade of changed data, with all of the grade as it was that has not changed.
     *
     * @param array{moves: list<array<string, mixed>>} $look
     * @param list<list<string>>                       $ways to what has changed
     *
     * @return Grade|null null where the numbers do not go together
     */
    private static function grade(Grade $grade, array $look, array $ways, Tables $tables): ?Grade
    {
        try {
            if ([] !== array_filter($ways, static fn (array $way): bool => self::MOVE !== $way[0] || 'params' !== ($way[2] ?? null))) {
                $whole = LookJson::read(json_encode(self::objects($look), \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION), $tables);
                $changed = array_fill_keys(array_map(static fn (array $way): int => self::MOVE === $way[0] ? (int) $way[1] : -1, $ways), true);
                $moves = array_map(static fn (Move $now, int $index): Move => isset($changed[$index]) ? $now : $grade->moves[$index], $whole->moves, array_keys($whole->moves));

                return new Grade($moves, $grade->name, $grade->edges, $whole->groups);
            }
            $moves = $grade->moves;
            foreach ($ways as $way) {
                $index = (int) $way[1];
                /** @var array{kind: string, params: array<mixed>} $data */
                $data = $look['moves'][$index];
                $moves[$index] = $moves[$index]->doing(MoveKinds::class($data['kind'])::fromParams(new Params($data['params'], $tables)));
            }

            return $grade->with(array_values($moves));
        } catch (FormatError|\InvalidArgumentException) {
            return null;
        }
    }

    /** @param list<string> $way */
    private static function firstMove(Grade $grade, array $way): int
    {
        if (self::GROUP !== $way[0]) {
            return (int) ($way[1] ?? 0);
        }
        $inside = [];
        foreach ($grade->groups as $number => $group) {
            if ($number === (int) ($way[1] ?? -1) || isset($inside[$group->parent ?? ''])) {
                $inside[$group->id] = true;
            }
        }
        foreach ($grade->moves as $index => $move) {
            if (isset($inside[$move->group ?? ''])) {
                return $index;
            }
        }

        return \count($grade->moves);
    }

    /**
     * @param array<mixed> $data
     * @param list<string> $way
     */
    private static function value(array $data, array $way): ?float
    {
        $value = $data;
        foreach ($way as $part) {
            $value = \is_array($value) ? ($value[$part] ?? null) : null;
        }

        return \is_int($value) || \is_float($value) ? (float) $value : null;
    }

    /**
     * @param array<mixed>           $data
     * @param non-empty-list<string> $way
     *
     * @return array<mixed> with a number put there
     */
    private static function put(array $data, array $way, float $number): array
    {
        $part = array_shift($way);
        $within = $data[$part] ?? [];
        $data[$part] = [] === $way ? $number : self::put(\is_array($within) ? $within : [], $way, $number);

        return $data;
    }

    /**
     * What JSON has to say is an object even where it is empty.
     *
     * @param array{moves: list<array<string, mixed>>} $look
     *
     * @return array<string, mixed>
     */
    private static function objects(array $look): array
    {
        foreach ($look['moves'] as $index => $move) {
            $look['moves'][$index]['params'] = (object) ($move['params'] ?? []);
        }

        return $look;
    }
}
