<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Tone\ToneZones;

/** Builds the JSON Schema of a move's settings: range, rest value, unit and words in one place. */
final class Setting
{
    /**
     * A number on a slider, at rest at 0.
     *
     * @param string $unit what the number counts: `%`, `°` …
     * @param float  $rest where it changes nothing
     *
     * @return array<string, mixed>
     */
    public static function slider(string $title, string $help, float $min, float $max, string $unit = '%', float $rest = 0.0): array
    {
        return ['x-title' => $title, 'description' => $help, 'type' => 'number', 'minimum' => $min, 'maximum' => $max, 'default' => $rest, 'x-unit' => $unit];
    }

    /** @return array<string, mixed> */
    public static function flag(string $title, string $help, bool $rest): array
    {
        return ['x-title' => $title, 'description' => $help, 'type' => 'boolean', 'default' => $rest];
    }

    /**
     * A colour that may be unset.
     *
     * @return array<string, mixed>
     */
    public static function colour(string $title, string $help): array
    {
        return ['x-title' => $title, 'description' => $help, 'type' => ['string', 'null'], 'pattern' => '^#[0-9a-fA-F]{6}$', 'default' => null];
    }

    /**
     * Points of a curve; none is the curve at rest.
     *
     * @param array{0: float, 1: float} $x least and most
     * @param array{0: float, 1: float} $y least and most
     *
     * @return array<string, mixed>
     */
    public static function points(string $title, string $help, array $x, array $y): array
    {
        return ['x-title' => $title, 'description' => $help, 'type' => 'array', 'maxItems' => 32, 'default' => [], 'items' => [
            'type' => 'array', 'minItems' => 2, 'maxItems' => 2, 'items' => ['type' => 'number'],
            'prefixItems' => [['type' => 'number', 'minimum' => $x[0], 'maximum' => $x[1]], ['type' => 'number', 'minimum' => $y[0], 'maximum' => $y[1]]],
        ]];
    }

    /**
     * The bounds of the tone zones.
     *
     * @return array<string, mixed>
     */
    public static function toneBounds(): array
    {
        $at = ToneZones::DEFAULTS;

        return self::group('Tone bounds', [
            'shadowsFull' => self::slider('Shadows up to', 'Everything darker counts fully as shadow.', 0, 1, '', $at['shadowsFull']),
            'shadowsEnd' => self::slider('Shadows end at', 'Nothing lighter counts as shadow.', 0, 1, '', $at['shadowsEnd']),
            'highlightsStart' => self::slider('Highlights start at', 'Nothing darker counts as highlight.', 0, 1, '', $at['highlightsStart']),
            'highlightsFull' => self::slider('Highlights from', 'Everything lighter counts fully as highlight.', 0, 1, '', $at['highlightsFull']),
        ]);
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
