<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A grade that came in without its photo: it waits for the photo to be imported into its set. */
#[ORM\Entity]
#[ORM\Table(name: 'awaited_grade')]
#[ORM\Index(name: 'idx_awaited_grade_set', columns: ['set_id'])]
class AwaitedGrade
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    /** @param int $index of the photo among those that the archive lists */
    public function __construct(
        #[ORM\ManyToOne(targetEntity: PhotoSet::class)]
        #[ORM\JoinColumn(name: 'set_id', nullable: false, onDelete: 'CASCADE')]
        private PhotoSet $set,
        #[ORM\ManyToOne(targetEntity: SetImport::class)]
        #[ORM\JoinColumn(name: 'import_id', nullable: false, onDelete: 'CASCADE')]
        private SetImport $import,
        #[ORM\Column(name: 'listed')]
        private int $index,
        #[ORM\Column(length: 255)]
        private string $name,
        #[ORM\Column(length: 64)]
        private string $digest,
        #[ORM\Column]
        private int $width,
        #[ORM\Column]
        private int $height,
    ) {
    }

    public function id(): ?int
    {
        return $this->id;
    }

    public function set(): PhotoSet
    {
        return $this->set;
    }

    public function import(): SetImport
    {
        return $this->import;
    }

    public function index(): int
    {
        return $this->index;
    }

    /** Whether a photo is the one: the same file, or one of the same name and size. */
    public function isFor(string $digest, string $name, int $width, int $height): bool
    {
        return $digest === $this->digest || ($name === $this->name && $width === $this->width && $height === $this->height);
    }
}
