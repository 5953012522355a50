<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;

/** Photos worked on together. */
#[ORM\Entity]
#[ORM\Table(name: 'photo_set')]
class PhotoSet
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    /** @var Collection<int, Photo> */
    #[ORM\OneToMany(targetEntity: Photo::class, mappedBy: 'set')]
    #[ORM\OrderBy(['id' => 'ASC'])]
    private Collection $photos;

    /** When it was removed; it can be brought back until it is cleared away. */
    #[ORM\Column(type: 'datetime_immutable', nullable: true)]
    private ?\DateTimeImmutable $removedAt = null;

    public function __construct(
        #[ORM\Column(length: 200)]
        private string $name,
    ) {
        $this->photos = new ArrayCollection();
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

    public function isRemoved(): bool
    {
        return null !== $this->removedAt;
    }

    public function remove(?\DateTimeImmutable $at): void
    {
        $this->removedAt = $at;
    }

    /** @return list<Photo> in the order they were brought in, without those taken out */
    public function photos(): array
    {
        return array_values(array_filter($this->photos->toArray(), static fn (Photo $photo): bool => !$photo->isRemoved()));
    }
}
