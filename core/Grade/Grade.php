<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

/** Everything done to one photo's colour: moves in their order. Under a name and in a file it is a look. */
final readonly class Grade
{
    /** @param list<Move> $moves first to last */
    public function __construct(public array $moves, public string $name = '', public Edges $edges = Edges::Mixed)
    {
    }

    /** @param list<Move> $moves the same with other moves */
    public function with(array $moves): self
    {
        return new self($moves, $this->name, $this->edges);
    }

    public function named(string $name): self
    {
        return new self($this->moves, $name, $this->edges);
    }

    /** The place of a move among the moves; null when there is none of that id. */
    public function indexOf(?string $id): ?int
    {
        foreach ($this->moves as $index => $move) {
            if (null !== $id && $move->id === $id) {
                return $index;
            }
        }

        return null;
    }

    /** The same with every move acting on the whole picture. */
    public function withoutAreas(): self
    {
        return $this->with(array_map(static fn (Move $move): Move => $move->within(null), $this->moves));
    }

    /** What of it is a matter of colour alone: on the whole picture, with mattes as they are. */
    public function colourPart(): self
    {
        return new self(array_map(static fn (Move $move): Move => $move->everywhere(), $this->moves), $this->name);
    }

    /** The first move that acts and is not a matter of colour alone: a table of colours cannot hold it. */
    public function placed(): ?Move
    {
        foreach ($this->moves as $move) {
            if ($move->acts() && null !== Plane::of($move)) {
                return $move;
            }
        }

        return null;
    }

    /** True when it changes no colour. */
    public function isIdentity(): bool
    {
        foreach ($this->moves as $move) {
            if ($move->acts()) {
                return false;
            }
        }

        return true;
    }
}
