<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Bodies made at random from JSON schemas: such as fit, and such as nearly do. The same for the same seed. */
final class RandomBodies
{
    /** Deeper than this only what must be there is made. */
    private const DEPTH = 7;
    /** Lists are no longer than this unless they have to be. */
    private const LIST_MOST = 4;

    private readonly Randomizer $chance;

    /** @param array<string, array<string, mixed>> $components */
    public function __construct(private readonly array $components, int $seed)
    {
        $this->chance = new Randomizer(new Mt19937($seed));
    }

    /**
     * A value that fits a schema, as far as a schema says it.
     *
     * @param array<string, mixed> $schema
     */
    public function fitting(array $schema, int $depth = 0, string $name = ''): mixed
    {
        if (\is_string($schema['$ref'] ?? null)) {
            return $this->fitting($this->components[basename($schema['$ref'])], $depth, $name);
        }
        foreach (['oneOf', 'anyOf'] as $choice) {
            if (\is_array($schema[$choice] ?? null)) {
                /** @var list<array<string, mixed>> $options */
                $options = $schema[$choice];

                return $this->fitting($this->oneOf($options), $depth, $name);
            }
        }
        if (\array_key_exists('const', $schema)) {
            return $schema['const'];
        }
        if (\is_array($schema['enum'] ?? null)) {
            return $this->oneOf(array_values($schema['enum']));
        }
        $type = $schema['type'] ?? 'null';
        $type = \is_array($type) ? $this->oneOf(array_values($type)) : $type;

        return match ($type) {
            'object' => $this->object($schema, $depth),
            'array' => $this->list($schema, $depth),
            'integer' => $this->integer($schema, $name),
            'number' => $this->number($schema),
            'boolean' => 0 === $this->upTo(1),
            'string' => $this->word($schema),
            default => null,
        };
    }

    /** A body that fits, with something about it changed, as text; now and then no JSON at all. */
    public function spoilt(mixed $value): string
    {
        if (0 === $this->upTo(9)) {
            return $this->oneOf(['', '{', '[]', 'null', '"\\ud800"', "\xff\xfe", '{"a":1}', str_repeat('[', 600).str_repeat(']', 600), '0', 'true', '{"look":{"look":{}}}']);
        }
        $mark = '"'.bin2hex($this->chance->getBytes(8)).'"';
        $spoilt = $this->changed($value, json_decode($mark));

        return str_replace($mark, $this->oneOf(['1e309', '-1e309', '9223372036854775808', '-9223372036854775809', '99999999999999999999999', 'null', 'true', '"a"', '""', '[]', '{}', '[null]', '-1', '0', '1e-320', '0.5', '"'.str_repeat('x', 5000).'"', '"\\u0000"', '"../../etc/passwd"', '"#12345G"', '[[[[]]]]', '{"shapes":[]}']), json_encode($spoilt, \JSON_THROW_ON_ERROR));
    }

    /**
     * @template T
     *
     * @param list<T> $options
     *
     * @return T
     */
    public function oneOf(array $options): mixed
    {
        return $options[$this->upTo(\count($options) - 1)];
    }

    public function upTo(int $most): int
    {
        return $this->chance->getInt(0, $most);
    }

    /** @param array<string, mixed> $schema */
    private function object(array $schema, int $depth): \stdClass
    {
        $object = new \stdClass();
        $required = \is_array($schema['required'] ?? null) ? $schema['required'] : [];
        foreach (\is_array($schema['properties'] ?? null) ? $schema['properties'] : [] as $name => $property) {
            if (\in_array($name, $required, true) || ($depth < self::DEPTH && 0 === $this->upTo(1))) {
                /** @var array<string, mixed> $property */
                $object->{$name} = $this->fitting($property, $depth + 1, (string) $name);
            }
        }

        return $object;
    }

    /**
     * @param array<string, mixed> $schema
     *
     * @return list<mixed>
     */
    private function list(array $schema, int $depth): array
    {
        $list = [];
        if (\is_array($schema['prefixItems'] ?? null)) {
            /** @var array<string, mixed> $item */
            foreach ($schema['prefixItems'] as $item) {
                $list[] = $this->fitting($item, $depth + 1);
            }

            return $list;
        }
        $least = \is_int($schema['minItems'] ?? null) ? $schema['minItems'] : 0;
        $most = min(\is_int($schema['maxItems'] ?? null) ? $schema['maxItems'] : self::LIST_MOST, max($least, $depth < self::DEPTH ? self::LIST_MOST : 0));
        /** @var array<string, mixed> $items */
        $items = \is_array($schema['items'] ?? null) ? $schema['items'] : ['type' => 'number'];
        for ($count = $least + $this->upTo(max(0, $most - $least)); \count($list) < $count;) {
            $list[] = $this->fitting($items, $depth + 1);
        }

        return $list;
    }

    /** @param array<string, mixed> $schema */
    private function integer(array $schema, string $name): int
    {
        $least = \is_int($schema['minimum'] ?? null) ? $schema['minimum'] : 0;
        $most = \is_int($schema['maximum'] ?? null) ? $schema['maximum'] : $least + 3;

        // Anything that takes long is asked for in small.
        return $least + $this->upTo(min($most - $least, 'lattice' === $name ? 12 : 3000));
    }

    /** @param array<string, mixed> $schema */
    private function number(array $schema): float|int
    {
        $least = \is_int($schema['minimum'] ?? null) || \is_float($schema['minimum'] ?? null) ? $schema['minimum'] : -10;
        $most = \is_int($schema['maximum'] ?? null) || \is_float($schema['maximum'] ?? null) ? $schema['maximum'] : $least + 10;

        return match ($this->upTo(5)) {
            0 => $least,
            1 => $most,
            default => round($least + ($most - $least) * $this->upTo(1_000_000) / 1e6, 4),
        };
    }

    /** @param array<string, mixed> $schema */
    private function word(array $schema): string
    {
        if (\is_string($schema['pattern'] ?? null)) {
            return str_contains($schema['pattern'], '#') ? \sprintf('#%06x', $this->upTo(0xFFFFFF)) : 'm'.$this->upTo(9);
        }

        return $this->oneOf(['', 'Glaze', 'Ofenplatte äöü', '釉薬', "a\nb", 'm1', '../up', '<b>x</b>', str_repeat('long ', 30)]);
    }

    /** One place of a value changed: left out, or given the mark. */
    private function changed(mixed $value, mixed $mark): mixed
    {
        if ($value instanceof \stdClass && [] !== (array) $value) {
            $names = array_keys((array) $value);
            $name = (string) $this->oneOf($names);
            $copy = clone $value;
            switch ($this->upTo(4)) {
                case 0:
                    unset($copy->{$name});
                    break;
                case 1:
                    $copy->{$this->oneOf(['extra', '', 'Look', 'id', '__proto__'])} = $mark;
                    break;
                default:
                    $copy->{$name} = $this->changed($copy->{$name}, $mark);
            }

            return $copy;
        }
        if (\is_array($value) && [] !== $value) {
            $place = $this->upTo(\count($value) - 1);
            $value[$place] = $this->changed($value[$place], $mark);

            return $value;
        }

        return $mark;
    }
}
