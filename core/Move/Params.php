<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

/** The settings of a move as read from a look, with rest values for what is missing. */
final readonly class Params
{
    /** @param array<mixed> $values */
    public function __construct(private array $values)
    {
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

        return new self($value);
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
}
