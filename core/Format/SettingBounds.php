<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

/** What the look schema says of a number in a look. */
final class SettingBounds
{
    /** @var array<string, mixed>|null */
    private static ?array $schema = null;

    /** @param float|null $rest what it is where the look does not say it */
    private function __construct(public readonly float $least, public readonly float $most, public readonly ?float $rest)
    {
    }

    /**
     * @param list<string>         $way  from the look to the number
     * @param array<string, mixed> $look
     *
     * @return self|null null where there is no number, or one that may be anything
     */
    public static function of(array $way, array $look): ?self
    {
        $node = self::schema();
        $data = $look;
        foreach ($way as $at => $part) {
            $data = \is_array($data) ? ($data[$part] ?? null) : null;
            // A move's kind says which of the kinds it is.
            if (1 === $at && 'moves' === $way[0]) {
                $kind = \is_array($data) ? ($data['kind'] ?? null) : null;
                $node = \is_string($kind) ? self::node(['$ref' => '#/$defs/'.$kind]) : null;
            } else {
                $node = self::within($node, $part);
            }
            if (null === $node) {
                return null;
            }
        }
        [$least, $most] = [$node['minimum'] ?? null, $node['maximum'] ?? null];
        if ('number' !== ($node['type'] ?? null) || !is_numeric($least) || !is_numeric($most)) {
            return null;
        }
        $rest = $node['default'] ?? null;

        return new self((float) $least, (float) $most, is_numeric($rest) ? (float) $rest : null);
    }

    /**
     * @param array<mixed> $node
     *
     * @return array<mixed>|null
     */
    private static function within(array $node, string $part): ?array
    {
        foreach ([$node, ...self::list($node['anyOf'] ?? null), ...self::list($node['oneOf'] ?? null)] as $one) {
            $one = self::node($one);
            $found = \is_array($one['properties'] ?? null) ? ($one['properties'][$part] ?? null) : null;
            if (ctype_digit($part)) {
                $found ??= (self::list($one['prefixItems'] ?? null)[(int) $part] ?? null) ?? ($one['items'] ?? null);
            }
            if (\is_array($found)) {
                return self::node($found);
            }
        }

        return null;
    }

    /**
     * @param array<mixed> $node
     *
     * @return array<mixed> what it refers to
     */
    private static function node(array $node): array
    {
        $definitions = self::schema()['$defs'] ?? [];
        while (\is_string($node['$ref'] ?? null) && \is_array($definitions)) {
            $target = $definitions[substr($node['$ref'], \strlen('#/$defs/'))] ?? [];
            unset($node['$ref']);
            // What is said beside a reference goes before what it refers to.
            $node += \is_array($target) ? $target : [];
        }

        return $node;
    }

    /** @return list<array<mixed>> */
    private static function list(mixed $value): array
    {
        return \is_array($value) ? array_values(array_filter($value, \is_array(...))) : [];
    }

    /** @return array<string, mixed> */
    private static function schema(): array
    {
        return self::$schema ??= LookSchema::document();
    }
}
