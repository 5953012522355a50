<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Area\Area;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Reach\Reach;

/** One change of a grade: its kind with settings, where it acts, how strongly, and whether it is on. */
final readonly class Move
{
    /** Thousandths of the picture's longer side. */
    public const SOFTEN_MOST = 20.0;

    /**
     * @param float       $strength 0…1
     * @param string      $id       names it within its grade, for as long as it is there
     * @param ReadsFrom   $reads    which colour the reach is measured on
     * @param Reach|null  $reach    null reaches everything
     * @param Area|null   $area     the part of the picture it is limited to; null is all of it
     * @param float       $soften   how far its matte is smoothed along the photo's edges: a radius in thousandths of the picture's
     *                              longer side, 0…SOFTEN_MOST
     * @param string|null $group    id of the group that it lies in
     * @param float       $share    0…1: how much of its own amount its groups let through; the grade says it
     */
    public function __construct(
        public MoveKind $kind,
        public string $label = '',
        public bool $on = true,
        public float $strength = 1.0,
        public ReadsFrom $reads = ReadsFrom::Source,
        public ?Reach $reach = null,
        public string $id = '',
        public ?Area $area = null,
        public float $soften = 0.0,
        public ?string $group = null,
        public float $share = 1.0,
    ) {
    }

    /** The same with another kind, or other settings of it. */
    public function doing(MoveKind $kind): self
    {
        return $this->but(['kind' => $kind]);
    }

    public function reaching(?Reach $reach): self
    {
        return $this->but(['reach' => $reach]);
    }

    /** The same limited to an area, or to none. */
    public function within(?Area $area): self
    {
        return $this->but(['area' => $area]);
    }

    public function under(string $id): self
    {
        return $this->but(['id' => $id]);
    }

    /** The same with another amount, 0…1. */
    public function strong(float $strength): self
    {
        return $this->but(['strength' => $strength]);
    }

    /**
     * The same in a group, or in none.
     *
     * @param float $share how much of its amount the groups let through, 0…1
     */
    public function inGroup(?string $group, float $share): self
    {
        return $this->but(['group' => $group, 'share' => $share]);
    }

    /** The same without the part of the picture it is limited to, and with its matte as it is: what of it is a matter of colour alone. */
    public function everywhere(): self
    {
        return $this->but(['area' => null, 'soften' => 0.0]);
    }

    /** Whether its matte is smoothed: where it reaches everything there is nothing to smooth. */
    public function isSoftened(): bool
    {
        return $this->soften > 0.0 && null !== $this->reach;
    }

    /** What to call it in messages. */
    public function name(): string
    {
        return '' === $this->label ? $this->kind::title() : $this->label;
    }

    /** True when it has an effect on some colour. */
    public function acts(): bool
    {
        return $this->on && $this->amount() > 0.0 && !$this->kind->isIdentity();
    }

    /** How much of its effect is mixed in, 0…1: its own amount, and that of its groups. */
    public function amount(): float
    {
        return $this->strength * $this->share;
    }

    /** @param array{kind?: MoveKind, strength?: float, reach?: Reach|null, id?: string, area?: Area|null, soften?: float, group?: string|null, share?: float} $changes */
    private function but(array $changes): self
    {
        /** @var array{kind: MoveKind, label: string, on: bool, strength: float, reads: ReadsFrom, reach: Reach|null, id: string, area: Area|null, soften: float, group: string|null, share: float} $all */
        $all = [...get_object_vars($this), ...$changes];

        return new self(...$all);
    }
}
