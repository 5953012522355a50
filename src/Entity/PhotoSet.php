<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** Photos worked on together. */
#[ORM\Entity]
#[ORM\Table(name: 'photo_set')]
class PhotoSet
{
    use Removable;

    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    /** How its photos are ordered: Request\PhotoOrder. */
    #[ORM\Column(length: 8)]
    private string $sorted = 'arrival';

    /** The look that photos imported into it begin with, as a look file; empty for none, null for the one that all sets have. */
    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $startingLook = null;

    public function __construct(
        #[ORM\Column(length: 200)]
        private string $name,
    ) {
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The set has not been stored yet.');
    }

    public function name(): string
    {
        return $this->name;
    }

    public function rename(string $name): void
    {
        $this->name = $name;
    }

    public function sorted(): string
    {
        return $this->sorted;
    }

    public function sortBy(string $order): void
    {
        $this->sorted = $order;
    }

    public function startingLook(): ?string
    {
        return $this->startingLook;
    }

    public function startWith(?string $look): void
    {
        $this->startingLook = $look;
    }
}
