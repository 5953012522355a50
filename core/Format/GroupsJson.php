<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Group;

/**
 * The groups of a look file. Moves stay in one list, each saying which group it is in; a group says which one it is in itself.
 * The moves of a group follow one another, and a group in a group holds no further groups.
 */
final class GroupsJson
{
    public const MOST = 100;

    /** @return array<string, array<string, mixed>> the members of one group, as JSON Schema */
    public static function properties(): array
    {
        return [
            'id' => ['description' => 'Names the group within the look.'] + self::reference(),
            'label' => ['description' => 'The name the user gave it; empty for none.', 'type' => 'string', 'maxLength' => 200, 'default' => ''],
            'on' => ['description' => 'Whether its moves act; each has its own switch besides.', 'type' => 'boolean', 'default' => true],
            'strength' => ['x-title' => 'Amount of the group', 'description' => 'How much of their own amounts the moves in the group apply, in per cent.', 'type' => 'number', 'minimum' => 0, 'maximum' => 100, 'default' => 100, 'x-unit' => '%'],
            'group' => ['description' => 'The id of the group that it lies in; missing for none. That one lies in no other.'] + self::reference(),
        ];
    }

    /** @return array<string, mixed> what the id of a group, or of a move, looks like */
    public static function reference(): array
    {
        return ['type' => 'string', 'pattern' => '^[A-Za-z0-9_-]{1,40}$'];
    }

    /**
     * @param list<array{id: string, label?: string, on?: bool, strength?: int|float, group?: string}> $data  as accepted by the schema
     * @param list<array<string, mixed>>                                                            $moves of the same look, as accepted by the schema
     *
     * @return list<Group>
     *
     * @throws FormatError naming the place in the file
     */
    public static function read(array $data, array $moves): array
    {
        $places = [];
        foreach ($data as $index => $group) {
            if (isset($places[$group['id']])) {
                throw new FormatError(\sprintf('groups[%d].id: "%s" is the id of groups[%d] already. Give it another one.', $index, $group['id'], $places[$group['id']]));
            }
            $places[$group['id']] = $index;
        }
        foreach ($data as $index => $group) {
            self::checkParent("groups[$index].group", $group, $data, $places);
        }
        self::checkOrder($data, $moves, $places);

        return array_map(static fn (array $group): Group => new Group($group['id'], $group['label'] ?? '', $group['on'] ?? true, ($group['strength'] ?? 100) / 100.0, $group['group'] ?? null), $data);
    }

    /** @return list<array<string, mixed>> */
    public static function data(Grade $grade): array
    {
        return array_map(static fn (Group $group): array => ['id' => $group->id, 'label' => $group->label, 'on' => $group->on, 'strength' => round(100.0 * $group->strength, 10)] + (null === $group->parent ? [] : ['group' => $group->parent]), $grade->groups);
    }

    /**
     * @param array{id: string, group?: string}       $group
     * @param list<array{id: string, group?: string}> $all
     * @param array<string, int>                      $places
     */
    private static function checkParent(string $path, array $group, array $all, array $places): void
    {
        $parent = $group['group'] ?? null;
        if (null === $parent) {
            return;
        }
        if (!isset($places[$parent])) {
            throw new FormatError(\sprintf('%s: there is no group "%s".', $path, $parent));
        }
        if ($parent === $group['id'] || isset($all[$places[$parent]]['group'])) {
            throw new FormatError(\sprintf('%s: "%s" lies in a group itself. Groups can hold groups once only.', $path, $parent));
        }
    }

    /**
     * @param list<array{id: string, group?: string}> $groups
     * @param list<array<string, mixed>>              $moves
     * @param array<string, int>                      $places
     */
    private static function checkOrder(array $groups, array $moves, array $places): void
    {
        $left = [];
        $before = [];
        foreach ($moves as $index => $move) {
            $id = $move['group'] ?? null;
            if (!\is_string($id)) {
                $now = [];
            } elseif (!isset($places[$id])) {
                throw new FormatError(\sprintf('moves[%d].group: there is no group "%s".', $index, $id));
            } else {
                $now = array_filter([$groups[$places[$id]]['group'] ?? null, $id], \is_string(...));
            }
            foreach ($now as $one) {
                if (isset($left[$one])) {
                    throw new FormatError(\sprintf('moves[%d].group: the moves of group "%s" must follow one another; moves[%d] stands between them.', $index, $one, $index - 1));
                }
            }
            foreach (array_diff($before, $now) as $one) {
                $left[$one] = true;
            }
            $before = $now;
        }
    }
}
