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
}
