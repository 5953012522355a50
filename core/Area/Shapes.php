<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

/** The list of shapes. A new one is its own file, its test and one entry here. */
final class Shapes
{
    /** @var list<class-string<Shape>> */
    public const ALL = [
        Gradient::class,
        Ellipse::class,
        Polygon::class,
        Brush::class,
        Mask::class,
    ];

    /** Members that more than one of them has. */
    public const FEATHER_LEAST = 0.002;
    /** Shares of width and height that a place may have: a handle may lie beside the photo. */
    public const BESIDE = [-2, 3];

    /** @return array<string, mixed> */
    public static function place(string $title, string $help): array
    {
        return ['x-title' => $title, 'description' => $help, 'type' => 'array', 'minItems' => 2, 'maxItems' => 2, 'items' => ['type' => 'number', 'minimum' => self::BESIDE[0], 'maximum' => self::BESIDE[1]]];
    }

    /**
     * Refuses a shape that lies beside the photo altogether.
     *
     * @param string $name of the shape
     * @param float  $from where it begins along an axis, in shares of the picture
     * @param float  $to   where it ends
     *
     * @throws \InvalidArgumentException saying what to do
     */
    public static function onPhoto(string $name, float $from, float $to): void
    {
        if ($to < 0.0 || $from > 1.0) {
            throw new \InvalidArgumentException(\sprintf('The %s is outside the photo, where it has no effect. Move it onto the photo, or remove it.', $name));
        }
    }

    /** @return array<string, mixed> */
    public static function feather(float $rest): array
    {
        return ['x-title' => 'Feather', 'description' => 'Width of the soft edge, in shares of the picture\'s longer side; the outline runs in its middle.', 'type' => 'number', 'minimum' => self::FEATHER_LEAST, 'maximum' => 1, 'default' => $rest];
    }

    /**
     * @param array<string, mixed> $data as accepted by the schema
     *
     * @return array{float, float}
     */
    public static function pair(array $data, string $name): array
    {
        $pair = $data[$name];
        \assert(\is_array($pair) && is_numeric($pair[0]) && is_numeric($pair[1]));

        return [(float) $pair[0], (float) $pair[1]];
    }

    /**
     * @param array<string, mixed> $data as accepted by the schema
     *
     * @return list<array{float, float}>
     */
    public static function pairs(array $data, string $name): array
    {
        $list = $data[$name];
        \assert(\is_array($list));

        return array_map(static fn (mixed $pair): array => self::pair(['of' => $pair], 'of'), array_values($list));
    }

    /** @param array<string, mixed> $data as accepted by the schema */
    public static function number(array $data, string $name, float $rest): float
    {
        $number = $data[$name] ?? $rest;
        \assert(is_numeric($number));

        return (float) $number;
    }
}
