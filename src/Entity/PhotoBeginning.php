<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A look that the grade of a photo began with, at a step of its history; or one that it is still to begin with. */
#[ORM\Entity]
#[ORM\Table(name: 'photo_beginning')]
#[ORM\Index(name: 'idx_photo_beginning_photo', columns: ['photo_id'])]
class PhotoBeginning
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    /** The step of the photo's history that it was given in; null while it is still to be given. */
    #[ORM\Column(nullable: true)]
    private ?int $step = null;

    /** The look as it was fitted to the photo. */
    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $fitted = null;

    /** @param string $look as a look file, before it is fitted */
    public function __construct(
        #[ORM\ManyToOne(targetEntity: Photo::class)]
        #[ORM\JoinColumn(name: 'photo_id', nullable: false, onDelete: 'CASCADE')]
        private Photo $photo,
        #[ORM\Column(type: 'text')]
        private string $look,
    ) {
    }

    public function id(): ?int
    {
        return $this->id;
    }

    public function photo(): Photo
    {
        return $this->photo;
    }

    public function step(): ?int
    {
        return $this->step;
    }

    public function look(): string
    {
        return $this->look;
    }

    public function fitted(): string
    {
        return $this->fitted ?? $this->look;
    }

    /** The photo's grade begins with it now. */
    public function given(int $step, string $fitted): void
    {
        $this->step = $step;
        $this->fitted = $fitted;
    }
}
