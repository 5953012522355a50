<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Area\Area;

/** What changed from one grade to another, in words: for a history that says what each step did. */
final class Difference
{
    /** @return list<string> one a change; at least one */
    public static function words(Grade $before, Grade $after): array
    {
        [$old, $new] = [self::byId($before), self::byId($after)];
        $words = [];
        foreach (array_diff_key($new, $old) as $move) {
            $words[] = 'Added '.self::name($move);
        }
        foreach (array_diff_key($old, $new) as $move) {
            $words[] = 'Removed '.self::name($move);
        }
        foreach (array_intersect_key($new, $old) as $id => $move) {
            array_push($words, ...self::ofMove($old[$id], $move));
        }
        array_push($words, ...self::ofGroups($before, $after));
        if ($before->edges !== $after->edges) {
            $words[] = Edges::Unmixed === $after->edges ? 'Clean edges on' : 'Clean edges off';
        }
        $stayed = static fn (array $one, array $other): array => array_keys(array_intersect_key($one, $other));
        if ($stayed($old, $new) !== $stayed($new, $old)) {
            $words[] = 'Changed the order of the moves';
        }

        return [] === $words ? ['Changed nothing visible'] : $words;
    }

    /** @return list<string> */
    private static function ofGroups(Grade $before, Grade $after): array
    {
        [$old, $new] = [array_column($before->groups, null, 'id'), array_column($after->groups, null, 'id')];
        $words = [];
        foreach (array_diff_key($new, $old) as $group) {
            $words[] = \sprintf('Grouped moves as “%s”', $group->name());
        }
        foreach (array_diff_key($old, $new) as $group) {
            $words[] = \sprintf('Group “%s” removed', $group->name());
        }
        foreach (array_intersect_key($new, $old) as $id => $group) {
            $was = $old[$id];
            if ($was->strength !== $group->strength) {
                $words[] = \sprintf('Group “%s”: amount %d → %d %%', $group->name(), (int) round(100 * $was->strength), (int) round(100 * $group->strength));
            }
            if ($was->on !== $group->on) {
                $words[] = \sprintf('Group “%s”: switched %s', $group->name(), $group->on ? 'on' : 'off');
            }
            if ($was->label !== $group->label) {
                $words[] = \sprintf('Group “%s”: named “%s”', $was->name(), $group->name());
            }
            array_push($words, ...self::wentTo(\sprintf('Group “%s”', $group->name()), $was->parent, $group->parent, $old, $new));
        }
        $oldMoves = self::byId($before);
        foreach ($after->moves as $move) {
            if (isset($oldMoves[$move->id])) {
                array_push($words, ...self::wentTo(self::name($move), $oldMoves[$move->id]->group, $move->group, $old, $new));
            }
        }

        return $words;
    }

    /**
     * What went from one group to another; nothing where the group itself came or went, which is said of it.
     *
     * @param array<string, Group> $old
     * @param array<string, Group> $new
     *
     * @return list<string>
     */
    private static function wentTo(string $what, ?string $from, ?string $to, array $old, array $new): array
    {
        $stayed = static fn (?string $id): bool => null === $id || (isset($old[$id]) && isset($new[$id]));
        if ($from === $to || !$stayed($from) || !$stayed($to)) {
            return [];
        }

        return [null === $to ? $what.': moved out of its group' : \sprintf('%s: moved into group “%s”', $what, $new[$to]->name())];
    }

    /** @return list<string> */
    private static function ofMove(Move $old, Move $new): array
    {
        $name = self::name($new);
        $words = [];
        // Settings and reaches are values: compared by what is in them.
        if ($old->kind != $new->kind) {
            $words[] = self::settings($old, $new);
        }
        if ($old->reach != $new->reach || $old->reads !== $new->reads) {
            $words[] = $name.': '.(null === $new->reach ? 'reaches everything' : (null === $old->reach ? 'chose its colours' : 'changed its reach'));
        }
        if ($old->area != $new->area) {
            $words[] = $name.': '.self::areas($old->area, $new->area);
        }
        if ($old->soften !== $new->soften) {
            $words[] = \sprintf('%s: soften %s → %s ‰', $name, self::number($old->soften), self::number($new->soften));
        }
        if ($old->strength !== $new->strength) {
            $words[] = \sprintf('%s: amount %d → %d %%', $name, (int) round(100 * $old->strength), (int) round(100 * $new->strength));
        }
        if ($old->on !== $new->on) {
            $words[] = $name.': switched '.($new->on ? 'on' : 'off');
        }
        if ($old->label !== $new->label) {
            $words[] = \sprintf('%s: named “%s”', self::name($old), '' === $new->label ? $new->kind::title() : $new->label);
        }

        return $words;
    }

    private static function areas(?Area $old, ?Area $new): string
    {
        $more = \count($new->parts ?? []) - \count($old->parts ?? []);

        return match (true) {
            null === $new => 'acts on the whole photo',
            null === $old => 'limited to an area: '.$new->parts[0]->shape::id(),
            $more > 0 => $new->parts[\count($new->parts) - 1]->shape::id().($new->parts[\count($new->parts) - 1]->subtract ? ' subtracted from its area' : ' added to its area'),
            $more < 0 => 'a shape of its area removed',
            default => 'changed its area',
        };
    }

    /** Which settings changed, those that are plain numbers with their values. */
    private static function settings(Move $old, Move $new): string
    {
        [$was, $is] = [$old->kind->params(), $new->kind->params()];
        $schema = $new->kind::paramsSchema()['properties'] ?? [];
        $told = [];
        foreach (array_keys($was + $is) as $key) {
            $properties = \is_array($schema) && \is_array($schema[$key] ?? null) ? $schema[$key] : [];
            $rest = $properties['default'] ?? null;
            [$from, $to] = [$was[$key] ?? $rest, $is[$key] ?? $rest];
            if ($from == $to) {
                continue;
            }
            $title = $properties['x-title'] ?? $properties['title'] ?? null;
            $title = \is_string($title) ? $title : (string) preg_replace('/(?<!^)[A-Z]/', ' $0', $key);
            $told[] = mb_strtolower($title).(is_numeric($from) && is_numeric($to) ? \sprintf(' %s → %s', self::number((float) $from), self::number((float) $to)) : '');
        }

        $name = self::name($new);
        if ([] === $told || \count($told) > 3) {
            return $name.': changed its settings';
        }

        // A kind whose one setting is called as itself is named once.
        return 1 === \count($told) && str_starts_with($told[0], mb_strtolower($name).' ') ? ucfirst($told[0]) : $name.': '.implode(', ', $told);
    }

    private static function number(float $value): string
    {
        return str_replace(['-', '.0'], ['−', ''], \sprintf('%.1f', $value));
    }

    private static function name(Move $move): string
    {
        return '' === $move->label ? $move->kind::title() : '“'.$move->label.'”';
    }

    /** @return array<string, Move> in order */
    private static function byId(Grade $grade): array
    {
        $moves = [];
        foreach ($grade->moves as $move) {
            $moves[$move->id] = $move;
        }

        return $moves;
    }
}
