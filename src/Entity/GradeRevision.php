<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Clock\DatePoint;

/** One kept state of a photo's grade. Undo and redo move the photo along its numbers. */
#[ORM\Entity]
#[ORM\Table(name: 'grade_revision')]
#[ORM\UniqueConstraint(name: 'photo_number', columns: ['photo_id', 'number'])]
class GradeRevision
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    /**
     * @param int    $number 1 is the first change; without gaps per photo
     * @param string $look   the whole grade as a look file
     * @param string $madeBy whose doing it is, for people; empty where nobody said
     */
    public function __construct(
        #[ORM\ManyToOne(targetEntity: Photo::class)]
        #[ORM\JoinColumn(name: 'photo_id', nullable: false, onDelete: 'CASCADE')]
        private Photo $photo,
        #[ORM\Column]
        private int $number,
        #[ORM\Column(type: 'text')]
        private string $look,
        #[ORM\Column(length: 80)]
        private string $madeBy = '',
        #[ORM\Column(type: 'datetime_immutable')]
        private \DateTimeImmutable $madeAt = new DatePoint(),
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

    public function number(): int
    {
        return $this->number;
    }

    public function look(): string
    {
        return $this->look;
    }

    public function madeBy(): string
    {
        return $this->madeBy;
    }

    public function madeAt(): \DateTimeImmutable
    {
        return $this->madeAt;
    }
}
