<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

/** Everything done to one photo's colour: moves in their order. Under a name and in a file it is a look. */
final readonly class Grade
{
    /** @var list<Move> first to last, each knowing what its groups let through of it */
    public array $moves;
    /** @var list<Group> those that hold moves, each before the groups within it */
    public array $groups;

    /**
     * @param list<Move>  $moves  first to last, those of a group one after the other
     * @param list<Group> $groups that the moves speak of, in any order; those without moves are left out
     */
    public function __construct(array $moves, public string $name = '', public Edges $edges = Edges::Mixed, array $groups = [])
    {
        $known = [];
        foreach ($groups as $group) {
            $known[$group->id] = $group;
        }
        $held = [];
        $this->moves = array_map(static function (Move $move) use ($known, &$held): Move {
            $group = $known[$move->group ?? ''] ?? null;
            $parent = null === $group ? null : $known[$group->parent ?? ''] ?? null;
            foreach ([$parent, $group] as $one) {
                if (null !== $one) {
                    $held[$one->id] = $one;
                }
            }
            $share = ($group?->share() ?? 1.0) * ($parent?->share() ?? 1.0);

            return $move->group === $group?->id && $move->share === $share ? $move : $move->inGroup($group?->id, $share);
        }, $moves);
        $this->groups = array_values($held);
    }

    /** @param list<Move> $moves the same with other moves */
    public function with(array $moves): self
    {
        return new self($moves, $this->name, $this->edges, $this->groups);
    }

    public function named(string $name): self
    {
        return new self($this->moves, $name, $this->edges, $this->groups);
    }

    /**
     * The same with the moves of another grade below them, in their groups. Those whose ids are taken here get new ones.
     *
     * @param \Closure(): string $newId
     */
    public function followedBy(self $other, \Closure $newId): self
    {
        $taken = array_fill_keys([...array_column($this->moves, 'id'), ...array_column($this->groups, 'id')], true);
        $other = $other->withIds(static fn (string $id): string => isset($taken[$id]) ? $newId() : $id);

        return new self([...$this->moves, ...$other->moves], $this->name, $this->edges, [...$this->groups, ...$other->groups]);
    }

    /** @param \Closure(string): string $id gives the id that a move or group has then */
    public function withIds(\Closure $id): self
    {
        $groups = [];
        foreach ($this->groups as $group) {
            $groups[$group->id] = $group->under($id($group->id), null === $group->parent ? null : $groups[$group->parent]->id);
        }
        $moves = array_map(static fn (Move $move): Move => $move->under($id($move->id))->inGroup($groups[$move->group ?? '']->id ?? null, $move->share), $this->moves);

        return new self($moves, $this->name, $this->edges, array_values($groups));
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
        return new self(array_map(static fn (Move $move): Move => $move->everywhere(), $this->moves), $this->name, groups: $this->groups);
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
