<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Clock\DatePoint;

/** A state of a photo's grade that was kept under a name. */
#[ORM\Entity]
#[ORM\Table(name: 'grade_version')]
class GradeVersion
{
    use Removable;

    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    /** @param string $look the whole grade as a look file */
    public function __construct(
        #[ORM\ManyToOne(targetEntity: Photo::class)]
        #[ORM\JoinColumn(name: 'photo_id', nullable: false, onDelete: 'CASCADE')]
        private Photo $photo,
        #[ORM\Column(length: 200)]
        private string $name,
        #[ORM\Column(type: 'text')]
        private string $look,
        #[ORM\Column(type: 'datetime_immutable')]
        private \DateTimeImmutable $madeAt = new DatePoint(),
    ) {
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The version has not been stored yet.');
    }

    public function photo(): Photo
    {
        return $this->photo;
    }

    public function name(): string
    {
        return $this->name;
    }

    public function rename(string $name): void
    {
        $this->name = $name;
    }

    public function look(): string
    {
        return $this->look;
    }

    public function madeAt(): \DateTimeImmutable
    {
        return $this->madeAt;
    }
}
