<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Model\Table\Tables;

/** The settings of a move as read from a look, with rest values for what is missing. */
final readonly class Params
{
    /**
     * @param array<mixed> $values
     * @param Tables       $tables where kinds that hold on to a photo's colours keep what they work out of these
     */
    public function __construct(private array $values, public Tables $tables = new Tables())
    {
    }

    /** @return array<mixed> for kinds whose settings are lists of their own shape */
    public function all(): array
    {
        return $this->values;
    }

    public function number(string $name, float $rest = 0.0): float
    {
        $value = $this->values[$name] ?? $rest;
        if (!\is_int($value) && !\is_float($value)) {
            throw new \InvalidArgumentException(\sprintf('"%s" must be a number.', $name));
        }

        return (float) $value;
    }

    public function choice(string $name, string $rest): string
    {
        $value = $this->values[$name] ?? $rest;
        if (!\is_string($value)) {
            throw new \InvalidArgumentException(\sprintf('"%s" must be a word.', $name));
        }

        return $value;
    }

    public function group(string $name): self
    {
        $value = $this->values[$name] ?? [];
        if (!\is_array($value)) {
            throw new \InvalidArgumentException(\sprintf('"%s" must be a group of settings.', $name));
        }

        return new self($value, $this->tables);
    }

    public function flag(string $name, bool $rest = false): bool
    {
        $value = $this->values[$name] ?? $rest;
        if (!\is_bool($value)) {
            throw new \InvalidArgumentException(\sprintf('"%s" must be true or false.', $name));
        }

        return $value;
    }

    /**
     * A colour, or null where none is set.
     *
     * @return string|null `#rrggbb`
     */
    public function colour(string $name): ?string
    {
        $value = $this->values[$name] ?? null;
        if (null !== $value && !\is_string($value)) {
            throw new \InvalidArgumentException(\sprintf('"%s" must be a colour such as #c8922e.', $name));
        }

        return $value;
    }

    /** @return array{0: float, 1: float, 2: float} standard deviation of a photo's noise in L, a and b; 0, 0, 0 where it is not known */
    public function grain(): array
    {
        $value = $this->values['grain'] ?? [0.0, 0.0, 0.0];
        if (!\is_array($value) || !is_numeric($value[0] ?? null) || !is_numeric($value[1] ?? null) || !is_numeric($value[2] ?? null)) {
            throw new \InvalidArgumentException('"grain" must be three numbers.');
        }

        return [(float) $value[0], (float) $value[1], (float) $value[2]];
    }

    /**
     * Points of a curve.
     *
     * @return list<array{0: float, 1: float}>
     */
    public function points(string $name): array
    {
        $points = [];
        $value = $this->values[$name] ?? [];
        foreach (\is_array($value) ? $value : [null] as $point) {
            if (!\is_array($point) || !isset($point[0], $point[1]) || !is_numeric($point[0]) || !is_numeric($point[1])) {
                throw new \InvalidArgumentException(\sprintf('"%s" must be a list of points, each a pair of numbers.', $name));
            }
            $points[] = [(float) $point[0], (float) $point[1]];
        }

        return $points;
    }

    /**
     * The settings among those given that are not at rest, groups likewise.
     *
     * @param array<mixed>         $given  by name
     * @param array<string, mixed> $schema the group's JSON Schema, with the rest value of each setting as `default`
     *
     * @return array<string, mixed>
     */
    public static function away(array $given, array $schema): array
    {
        $settings = \is_array($schema['properties'] ?? null) ? $schema['properties'] : [];
        $away = [];
        foreach ($given as $name => $value) {
            $name = (string) $name;
            $setting = $settings[$name] ?? [];
            \assert(\is_array($setting));
            if ('object' === ($setting['type'] ?? null) && \is_array($value)) {
                /** @var array<string, mixed> $setting */
                $value = self::away($value, $setting);
                if ([] !== $value) {
                    $away[$name] = $value;
                }
            } elseif (\array_key_exists('default', $setting) ? (\is_float($value) ? !is_numeric($setting['default']) || $value !== (float) $setting['default'] : $value !== $setting['default']) : true) {
                $away[$name] = $value;
            }
        }

        return $away;
    }
}
