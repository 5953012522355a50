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
     * @param float      $strength 0…1
     * @param string     $id       names it within its grade, for as long as it is there
     * @param ReadsFrom  $reads    which colour the reach is measured on
     * @param Reach|null $reach    null reaches everything
     * @param Area|null  $area     the part of the picture it is limited to; null is all of it
     * @param float      $soften   how far its matte is smoothed along the photo's edges: a radius in thousandths of the picture's
     *                             longer side, 0…SOFTEN_MOST
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
    ) {
    }

    /** The same with another kind, or other settings of it. */
    public function doing(MoveKind $kind): self
    {
        return new self($kind, $this->label, $this->on, $this->strength, $this->reads, $this->reach, $this->id, $this->area, $this->soften);
    }

    public function reaching(?Reach $reach): self
    {
        return new self($this->kind, $this->label, $this->on, $this->strength, $this->reads, $reach, $this->id, $this->area, $this->soften);
    }

    /** The same limited to an area, or to none. */
    public function within(?Area $area): self
    {
        return new self($this->kind, $this->label, $this->on, $this->strength, $this->reads, $this->reach, $this->id, $area, $this->soften);
    }

    public function under(string $id): self
    {
        return new self($this->kind, $this->label, $this->on, $this->strength, $this->reads, $this->reach, $id, $this->area, $this->soften);
    }

    /** The same without the part of the picture it is limited to, and with its matte as it is: what of it is a matter of colour alone. */
    public function everywhere(): self
    {
        return new self($this->kind, $this->label, $this->on, $this->strength, $this->reads, $this->reach, $this->id);
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
        return $this->on && $this->strength > 0.0 && !$this->kind->isIdentity();
    }
}
