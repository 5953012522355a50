<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

/** Moves of a grade held together under a name: switched, and taken back in their amount, as one. Groups can hold groups, once. */
final readonly class Group
{
    /**
     * @param string      $id       names it within its grade
     * @param float       $strength 0…1; each of its moves applies by so much of its own amount
     * @param string|null $parent   id of the group that it lies in
     */
    public function __construct(public string $id, public string $label = '', public bool $on = true, public float $strength = 1.0, public ?string $parent = null)
    {
    }

    /** The same under another id, in another group. */
    public function under(string $id, ?string $parent): self
    {
        return new self($id, $this->label, $this->on, $this->strength, $parent);
    }

    /** What to call it in messages. */
    public function name(): string
    {
        return '' === $this->label ? 'Group' : $this->label;
    }

    /** By how much of their amounts its moves apply, 0…1. */
    public function share(): float
    {
        return $this->on ? $this->strength : 0.0;
    }
}
