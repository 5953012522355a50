<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Area\Area;
use Tovrin\Core\Grade\Edges;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Grade\Plane;
use Tovrin\Core\Grade\Planes;
use Tovrin\Core\Grade\ReadsFrom;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Move\LongLists;
use Tovrin\Core\Move\MoveKinds;
use Tovrin\Core\Move\Params;
use Tovrin\Core\Reach\HeldColour;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\ReachKinds;
use Tovrin\Core\Reach\UnreadableReach;

/** Look files: reading them into a grade, with errors that name the path in the file. */
final class LookJson
{
    /** Larger than any sensible look: a hundred moves take some 200 kB. */
    public const MAX_BYTES = 2_000_000;
    private const BYTE_ORDER_MARK = "\xEF\xBB\xBF";

    /**
     * @param Tables $tables where its moves and reaches keep what takes long to work out
     *
     * @throws FormatError naming the place in the file and what is allowed there
     */
    public static function read(string $json, Tables $tables = new Tables()): Grade
    {
        if (\strlen($json) > self::MAX_BYTES) {
            throw new FormatError(\sprintf('This look is %d bytes long; looks are at most %d.', \strlen($json), self::MAX_BYTES));
        }
        // Some editors put a byte order mark before UTF-8.
        $json = str_starts_with($json, self::BYTE_ORDER_MARK) ? substr($json, \strlen(self::BYTE_ORDER_MARK)) : $json;
        try {
            $data = json_decode($json, false, 64, \JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            throw new FormatError(\sprintf('This is not JSON (%s). A look is a JSON file with "tovrinLook": 1.', lcfirst($e->getMessage())), 0, $e);
        }
        self::check($data);
        /** @var array{name?: string, edges?: string, groups?: list<array{id: string, label?: string, on?: bool, strength?: int|float, group?: string}>, moves: list<array<string, mixed>>} $look */
        $look = json_decode($json, true, 64, \JSON_THROW_ON_ERROR);
        $ids = self::ids($look['moves']);
        $groups = GroupsJson::read($look['groups'] ?? [], $look['moves']);
        /** @var \stdClass $data */
        /** @var list<\stdClass> $raw */
        $raw = $data->moves;
        $moves = [];
        foreach ($look['moves'] as $index => $move) {
            $area = $raw[$index]->area ?? null;
            $moves[] = self::move($move, "moves[$index]", $ids[$index], null === $area ? null : AreaJson::read($area, "moves[$index].area", $tables), $tables);
        }
        self::countPlanes($moves);

        return new Grade($moves, $look['name'] ?? '', Edges::from($look['edges'] ?? Edges::Mixed->value), $groups);
    }

    /**
     * Reads a reach by itself, as it stands in a look.
     *
     * @param \stdClass $data   decoded JSON
     * @param Tables    $tables as in read()
     *
     * @throws FormatError naming the place and what is allowed there
     */
    public static function readReach(\stdClass $data, Tables $tables = new Tables()): Reach
    {
        SchemaCheck::check(self::shortened($data), LookSchema::ID.'#/$defs/reach', 'reach');
        /** @var array<string, mixed> $reach */
        $reach = json_decode(json_encode($data, \JSON_THROW_ON_ERROR), true, 16, \JSON_THROW_ON_ERROR);

        return self::reach($reach, 'reach', $tables);
    }

    /**
     * @param list<Move> $moves
     */
    private static function countPlanes(array $moves): void
    {
        $planes = [];
        foreach ($moves as $index => $move) {
            $plane = Plane::of($move);
            if (null === $plane || \in_array($plane, $planes, false)) {
                continue;
            }
            $planes[] = $plane;
            if (\count($planes) > Planes::MOST) {
                $why = \sprintf('it would be the %dth different area or softened matte; a grade has room for %d. Give it the same area as another move, or remove one.', \count($planes), Planes::MOST);

                throw new FormatError(\sprintf('moves[%d].%s: %s', $index, $move->isSoftened() ? 'soften' : 'area', $why), 0, null, \sprintf('%s: %s', $move->name(), $why));
            }
        }
    }

    /**
     * The id of each move: its own, or the first of m1, m2 … that no other one has.
     *
     * @param list<array<string, mixed>> $moves
     *
     * @return list<string>
     */
    private static function ids(array $moves): array
    {
        $taken = [];
        foreach ($moves as $index => $move) {
            $id = $move['id'] ?? null;
            if (\is_string($id)) {
                if (isset($taken[$id])) {
                    throw new FormatError(\sprintf('moves[%d].id: "%s" is the id of moves[%d] already. Give it another one, or none.', $index, $id, $taken[$id]));
                }
                $taken[$id] = $index;
            }
        }
        $ids = [];
        $next = 1;
        foreach ($moves as $index => $move) {
            $id = $move['id'] ?? null;
            while (!\is_string($id)) {
                $free = 'm'.$next++;
                $id = isset($taken[$free]) ? null : $free;
            }
            $taken[$id] = $index;
            $ids[] = $id;
        }

        return $ids;
    }

    private static function check(mixed $data): void
    {
        if (!$data instanceof \stdClass) {
            throw new FormatError('A look is a JSON object with "tovrinLook": 1 and "moves".');
        }
        if (!property_exists($data, 'tovrinLook')) {
            throw new FormatError('tovrinLook: missing. A look file begins with "tovrinLook": 1.');
        }
        // For JSON 1.0 is the same number (RFC 8259, section 6).
        if (1 !== $data->tovrinLook && 1.0 !== $data->tovrinLook) {
            throw new FormatError(\sprintf('tovrinLook: %s is not a version this program reads; it reads version 1.', json_encode($data->tovrinLook)));
        }
        // Moves are checked one by one against their own kind, so that an error speaks of that kind alone.
        $moves = $data->moves ?? null;
        $shell = clone $data;
        if (\is_array($moves)) {
            $shell->moves = [];
            if (\count($moves) > 100) {
                throw new FormatError(\sprintf('moves: there are %d; a look has at most 100.', \count($moves)));
            }
        }
        SchemaCheck::check($shell, LookSchema::ID, '');
        \assert(\is_array($moves));
        foreach (array_values($moves) as $index => $move) {
            $path = "moves[$index]";
            if (!$move instanceof \stdClass) {
                throw new FormatError("$path: must be an object with a \"kind\".");
            }
            $kind = $move->kind ?? null;
            if (!\is_string($kind)) {
                throw new FormatError(\sprintf('%s.kind: missing. The kinds are: %s.', $path, implode(', ', MoveKinds::ids())));
            }
            if (!\in_array($kind, MoveKinds::ids(), true)) {
                throw new FormatError(\sprintf('%s.kind: "%s" is unknown. The kinds are: %s.', $path, $kind, implode(', ', MoveKinds::ids())));
            }
            $checked = $move;
            if (($move->reach ?? null) instanceof \stdClass) {
                $checked = clone $move;
                $checked->reach = self::shortened($move->reach);
            }
            if (null !== ($move->area ?? null)) {
                // Read and checked by itself, see AreaJson.
                $checked = clone $checked;
                $checked->area = null;
            }
            $class = MoveKinds::class($kind);
            if (is_a($class, LongLists::class, true) && ($move->params ?? null) instanceof \stdClass) {
                $checked = clone $checked;
                $checked->params = clone $move->params;
                foreach ($class::shortLists() as $name => $short) {
                    if (\is_array($checked->params->{$name} ?? null) && [] !== $checked->params->{$name}) {
                        $checked->params->{$name} = $short;
                    }
                }
            }
            SchemaCheck::check($checked, LookSchema::ID.'#/$defs/'.$kind, $path);
        }
    }

    /** A reach whose kinds have made short what is long in it; see ReachKind::shortened(). */
    private static function shortened(\stdClass $reach): \stdClass
    {
        foreach (ReachKinds::ALL as $class) {
            $reach = $class::shortened($reach);
        }

        return $reach;
    }

    /** @param array<string, mixed> $move as accepted by the schema */
    private static function move(array $move, string $path, string $id, ?Area $area, Tables $tables): Move
    {
        /** @var array{kind: string, label?: string, on?: bool, strength?: int|float, reads?: string, reach?: array<string, mixed>|null, soften?: int|float, group?: string, params?: array<mixed>} $move */
        $kind = MoveKinds::class($move['kind']);

        try {
            $settings = $kind::fromParams(new Params($move['params'] ?? [], $tables));
        } catch (\InvalidArgumentException $e) {
            $name = '' === ($move['label'] ?? '') ? $kind::title() : $move['label'];

            throw new FormatError(\sprintf('%s.params: %s', $path, $e->getMessage()), 0, $e, \sprintf('%s: %s', $name, $e->getMessage()));
        }

        if (($move['soften'] ?? 0) > 0 && 'running' === ($move['reads'] ?? 'source')) {
            $why = 'a softened matte is read from the source. Let the move read from the source, or set "soften" to 0.';

            throw new FormatError(\sprintf('%s.soften: %s', $path, $why), 0, null, \sprintf('%s: %s', '' === ($move['label'] ?? '') ? $kind::title() : $move['label'], $why));
        }

        return new Move(
            $settings,
            $move['label'] ?? '',
            $move['on'] ?? true,
            ($move['strength'] ?? 100) / 100.0,
            ReadsFrom::from($move['reads'] ?? 'source'),
            isset($move['reach']) ? self::reach($move['reach'], $path.'.reach', $tables) : null,
            $id,
            $area,
            (float) ($move['soften'] ?? 0.0),
            $move['group'] ?? null,
        );
    }

    /** @param array<string, mixed> $reach as accepted by the schema */
    private static function reach(array $reach, string $path, Tables $tables): Reach
    {
        $kinds = $held = [];
        foreach (ReachKinds::ALL as $class) {
            try {
                $kind = $class::fromData($reach, $tables);
            } catch (UnreadableReach $e) {
                throw new FormatError(\sprintf('%s.%s: %s', $path, $e->path, $e->getMessage()), 0, $e);
            }
            if (null !== $kind) {
                $kinds[] = $kind;
            }
        }
        /** @var array{invert?: bool, widens?: bool, held?: list<array{colour: string, radius: float}>} $rest */
        $rest = $reach;
        foreach ($rest['held'] ?? [] as $colour) {
            $held[] = new HeldColour($colour['colour'], (float) $colour['radius']);
        }

        return new Reach($kinds, $rest['invert'] ?? false, $held, $rest['widens'] ?? false);
    }
}
