<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

/** Builds the JSON Schema of a move's settings: range, rest value, unit and words in one place. */
final class Setting
{
    /**
     * A number on a slider, at rest at 0.
     *
     * @param string $unit what the number counts: `%`, `°` …
     *
     * @return array<string, mixed>
     */
    public static function slider(string $title, string $help, float $min, float $max, string $unit = '%'): array
    {
        return ['x-title' => $title, 'description' => $help, 'type' => 'number', 'minimum' => $min, 'maximum' => $max, 'default' => 0, 'x-unit' => $unit];
    }

    /**
     * One of a few words; the first is the rest value.
     *
     * @param non-empty-list<string> $words
     *
     * @return array<string, mixed>
     */
    public static function choice(string $title, string $help, array $words): array
    {
        return ['x-title' => $title, 'description' => $help, 'type' => 'string', 'enum' => $words, 'default' => $words[0]];
    }

    /**
     * Settings that belong together.
     *
     * @param array<string, array<string, mixed>> $settings
     *
     * @return array<string, mixed>
     */
    public static function group(string $title, array $settings): array
    {
        return ['title' => $title, 'type' => 'object', 'additionalProperties' => false, 'properties' => $settings];
    }
}
