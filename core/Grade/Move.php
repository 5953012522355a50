<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Reach\Reach;

/** One change of a grade: its kind with settings, where it acts, how strongly, and whether it is on. */
final readonly class Move
{
    /**
     * @param float      $strength 0…1
     * @param string     $id       names it within its grade, for as long as it is there
     * @param ReadsFrom  $reads    which colour the reach is measured on
     * @param Reach|null $reach    null reaches everything
     */
    public function __construct(
        public MoveKind $kind,
        public string $label = '',
        public bool $on = true,
        public float $strength = 1.0,
        public ReadsFrom $reads = ReadsFrom::Source,
        public ?Reach $reach = null,
        public string $id = '',
    ) {
    }

    /** The same with another kind, or other settings of it. */
    public function doing(MoveKind $kind): self
    {
        return new self($kind, $this->label, $this->on, $this->strength, $this->reads, $this->reach, $this->id);
    }

    public function reaching(?Reach $reach): self
    {
        return new self($this->kind, $this->label, $this->on, $this->strength, $this->reads, $reach, $this->id);
    }

    public function under(string $id): self
    {
        return new self($this->kind, $this->label, $this->on, $this->strength, $this->reads, $this->reach, $id);
    }

    /** True when it has an effect on some colour. */
    public function acts(): bool
    {
        return $this->on && $this->strength > 0.0 && !$this->kind->isAtRest();
    }
}
