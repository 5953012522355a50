<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Grade\Edges;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Move\CarriesData;
use Tovrin\Core\Reach\HeldColour;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\ReachKinds;

/** Look files: writing a grade so that LookJson reads the same one back. What is at rest is left out. */
final class LookWriter
{
    public static function write(Grade $grade): string
    {
        return json_encode(self::data($grade), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
    }

    /** @return array<string, mixed> ready for json_encode() */
    public static function data(Grade $grade): array
    {
        return ['tovrinLook' => 1, 'name' => $grade->name] + (Edges::Mixed === $grade->edges ? [] : ['edges' => $grade->edges->value])
            + ([] === $grade->groups ? [] : ['groups' => GroupsJson::data($grade)]) + ['moves' => array_map(self::move(...), $grade->moves)];
    }

    /** The same with all that a look has to carry to be used on another server. */
    public static function portable(Grade $grade): string
    {
        $data = self::data($grade);
        foreach ($grade->moves as $index => $move) {
            /** @var array<int, array<string, mixed>> $moves */
            $moves = $data['moves'];
            if ($move->kind instanceof CarriesData) {
                $moves[$index]['params'] = (object) ($move->kind->params() + $move->kind->data());
            }
            if (null !== $move->area) {
                $moves[$index]['area'] = AreaJson::data($move->area, true);
            }
            $data['moves'] = $moves;
        }

        return json_encode($data, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
    }

    /**
     * A reach as it stands in a look.
     *
     * @return array<string, mixed>
     */
    public static function reach(Reach $reach): array
    {
        $members = [];
        foreach (ReachKinds::ALL as $class) {
            foreach (array_keys($class::members()) as $name) {
                $members[$name] = null;
            }
        }
        foreach ($reach->kinds as $kind) {
            $members = [...$members, ...$kind->data()];
        }

        return $members + [
            'invert' => $reach->invert,
            'widens' => $reach->widens,
            'held' => array_map(static fn (HeldColour $held): array => ['colour' => $held->colour, 'radius' => $held->radius], $reach->held),
        ];
    }

    /** @return array<string, mixed> */
    private static function move(Move $move): array
    {
        return ['id' => $move->id, 'kind' => $move->kind::id(), 'label' => $move->label, 'on' => $move->on, 'strength' => round(100.0 * $move->strength, 10), 'reads' => $move->reads->value]
            + ['reach' => null === $move->reach ? null : self::reach($move->reach)]
            + (null === $move->area ? [] : ['area' => AreaJson::data($move->area)]) + (0.0 === $move->soften ? [] : ['soften' => $move->soften]) + (null === $move->group ? [] : ['group' => $move->group])
            // An object even when it is empty.
            + ['params' => (object) $move->kind->params()];
    }
}
