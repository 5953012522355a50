<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Area\Area;
use Tovrin\Core\Area\Mask;
use Tovrin\Core\Area\Part;
use Tovrin\Core\Area\Shape;
use Tovrin\Core\Area\Shapes;
use Tovrin\Core\Model\Table\Tables;

/** Areas as they stand in a look: their schema, reading and writing. */
final class AreaJson
{
    /** Lists of points longer than this are checked here, by the schema's own bounds: its validator takes long for them. */
    private const SHORT = 3;

    /**
     * What the schema of looks defines for areas.
     *
     * @return array<string, array<string, mixed>>
     */
    public static function definitions(): array
    {
        $definitions = $kinds = [];
        foreach (Shapes::ALL as $class) {
            $definitions[$class::id().'.shape'] = [
                'title' => ucfirst($class::id()).'Shape', 'x-title' => $class::title(), 'description' => $class::help(), 'type' => 'object', 'additionalProperties' => false,
                'properties' => ['shape' => ['const' => $class::id()], 'subtract' => ['description' => 'Takes it off the shapes before it instead of adding it.', 'type' => 'boolean', 'default' => false]] + $class::properties(),
                'required' => ['shape', ...$class::required()],
            ];
            $kinds[] = ['$ref' => '#/$defs/'.$class::id().'.shape'];
        }
        $definitions['area'] = [
            'title' => 'Area', 'description' => 'The part of the picture a move is limited to: shapes added, or taken off, in their order.', 'type' => 'object', 'additionalProperties' => false,
            'properties' => [
                'shapes' => ['description' => 'In their order; where the first is taken off, it is taken off everything.', 'type' => 'array', 'minItems' => 1, 'maxItems' => Area::MOST, 'items' => ['oneOf' => $kinds]],
                'invert' => ['description' => 'Acts everywhere else instead.', 'type' => 'boolean', 'default' => false],
            ],
            'required' => ['shapes'],
        ];

        return $definitions;
    }

    /**
     * Reads an area, checked.
     *
     * @param mixed  $data   decoded JSON, objects as such
     * @param Tables $tables where masks are kept
     *
     * @throws FormatError naming the place and what is allowed there
     */
    public static function read(mixed $data, string $path, Tables $tables): Area
    {
        if (!$data instanceof \stdClass) {
            throw new FormatError("$path: must be an object with \"shapes\".");
        }
        $shapes = $data->shapes ?? null;
        $parts = [];
        if (\is_array($shapes)) {
            if (\count($shapes) > Area::MOST) {
                throw new FormatError(\sprintf('%s.shapes: %s', $path, Area::tooMany(\count($shapes))));
            }
            foreach (array_values($shapes) as $index => $shape) {
                $parts[] = self::part($shape, $path.".shapes[$index]", $tables);
            }
        }
        $shell = clone $data;
        if ([] !== $parts) {
            // Each was checked against its own kind, so that an error speaks of that kind alone.
            $shell->shapes = [(object) ['shape' => 'gradient', 'from' => [0, 0], 'to' => [1, 1]]];
        }
        SchemaCheck::check($shell, LookSchema::ID.'#/$defs/area', $path);
        \assert([] !== $parts);

        try {
            return new Area($parts, true === ($data->invert ?? false));
        } catch (\InvalidArgumentException $e) {
            throw new FormatError(\sprintf('%s: %s', $path, $e->getMessage()), 0, $e, $e->getMessage());
        }
    }

    /**
     * @param bool $portable whether masks come along
     *
     * @return array<string, mixed> ready for json_encode()
     */
    public static function data(Area $area, bool $portable = false): array
    {
        return [
            'shapes' => array_map(static fn (Part $part): array => ['shape' => $part->shape::id(), 'subtract' => $part->subtract] + $part->shape->data() + ($portable && $part->shape instanceof Mask ? $part->shape->pixels() : []), $area->parts),
            'invert' => $area->invert,
        ];
    }

    private static function part(mixed $shape, string $path, Tables $tables): Part
    {
        $class = $shape instanceof \stdClass ? self::classOf($shape->shape ?? null) : null;
        if (!$shape instanceof \stdClass || null === $class) {
            throw new FormatError(\sprintf('%s.shape: must be one of %s.', $path, implode(', ', array_map(static fn (string $one): string => $one::id(), Shapes::ALL))));
        }
        SchemaCheck::check(self::shortened($shape, $class, $path), LookSchema::ID.'#/$defs/'.$class::id().'.shape', $path);
        /** @var array<string, mixed> $members */
        $members = json_decode(json_encode($shape, \JSON_THROW_ON_ERROR), true, 16, \JSON_THROW_ON_ERROR);

        try {
            return new Part($class::fromData($members, $tables), true === ($members['subtract'] ?? false));
        } catch (\InvalidArgumentException $e) {
            throw new FormatError(\sprintf('%s: %s', $path, $e->getMessage()), 0, $e, $e->getMessage());
        }
    }

    /** @return class-string<Shape>|null */
    private static function classOf(mixed $word): ?string
    {
        foreach (Shapes::ALL as $class) {
            if ($class::id() === $word) {
                return $class;
            }
        }

        return null;
    }

    /**
     * The same with few of its points, after these have been checked.
     *
     * @param class-string<Shape> $class
     */
    private static function shortened(\stdClass $shape, string $class, string $path): \stdClass
    {
        $points = $shape->points ?? null;
        $colours = $shape->colours ?? null;
        if (!\is_array($points) || \count($points) <= self::SHORT || \count($points) > ($class::properties()['points']['maxItems'] ?? 0)) {
            return $shape;
        }
        foreach (array_values($points) as $index => $point) {
            foreach (\is_array($point) && 2 === \count($point) ? $point : [null] as $number) {
                if ((!\is_int($number) && !\is_float($number)) || $number < Shapes::BESIDE[0] || $number > Shapes::BESIDE[1]) {
                    throw new FormatError(\sprintf('%s.points[%d]: must be two numbers from %s to %s, shares of the picture\'s width and height.', $path, $index, ...Shapes::BESIDE));
                }
            }
        }
        $light = clone $shape;
        $light->points = \array_slice($points, 0, self::SHORT);
        if (\is_array($colours) && \count($colours) === \count($points)) {
            foreach (array_values($colours) as $index => $colour) {
                if (!\is_string($colour) || 1 !== preg_match('/^#[0-9a-fA-F]{6}$/D', $colour)) {
                    throw new FormatError(\sprintf('%s.colours[%d]: %s is not a colour; write it as #rrggbb, for example #c8922e.', $path, $index, json_encode($colour)));
                }
            }
            $light->colours = \array_slice($colours, 0, self::SHORT);
        }

        return $light;
    }
}
