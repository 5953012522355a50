<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A finished file to be made by the export worker, with the grade as it was when it was asked for. */
#[ORM\Entity]
#[ORM\Table(name: 'export_job')]
#[ORM\Index(name: 'export_state', columns: ['state', 'id'])]
class ExportJob
{
    public const QUEUED = 'queued';
    public const RUNNING = 'running';
    public const DONE = 'done';
    public const FAILED = 'failed';
    public const CANCELLED = 'cancelled';

    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 16)]
    private string $state = self::QUEUED;

    #[ORM\Column(length: 60)]
    private string $stage = 'Waiting';

    /** Share done, 0…1. */
    #[ORM\Column]
    private float $progress = 0.0;

    #[ORM\Column]
    private bool $cancelWanted = false;

    /** The worker that has it; null while it waits. */
    #[ORM\Column(length: 16, nullable: true)]
    private ?string $worker = null;

    #[ORM\Column(length: 2000, nullable: true)]
    private ?string $error = null;

    /**
     * @param string $look    the grade as a look file
     * @param string $format  jpeg, png, cube, icc or hald
     * @param int    $quality JPEG quality, 1…100
     * @param int    $cost    how long it will take, in megapixels of JPEG
     */
    public function __construct(
        #[ORM\ManyToOne(targetEntity: Photo::class)]
        #[ORM\JoinColumn(name: 'photo_id', nullable: false, onDelete: 'CASCADE')]
        private Photo $photo,
        #[ORM\Column(type: 'text')]
        private string $look,
        #[ORM\Column(length: 8)]
        private string $format,
        #[ORM\Column]
        private int $quality,
        #[ORM\Column]
        private int $lattice,
        #[ORM\Column(length: 255)]
        private string $fileName,
        #[ORM\Column]
        private int $cost,
    ) {
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The export has not been stored yet.');
    }

    public function photo(): Photo
    {
        return $this->photo;
    }

    public function look(): string
    {
        return $this->look;
    }

    public function format(): string
    {
        return $this->format;
    }

    public function quality(): int
    {
        return $this->quality;
    }

    public function lattice(): int
    {
        return $this->lattice;
    }

    /** The name offered when the file is saved. */
    public function fileName(): string
    {
        return $this->fileName;
    }

    public function state(): string
    {
        return $this->state;
    }

    public function stage(): string
    {
        return $this->stage;
    }

    public function progress(): float
    {
        return $this->progress;
    }

    public function cost(): int
    {
        return $this->cost;
    }

    public function worker(): ?string
    {
        return $this->worker;
    }

    public function cancelWanted(): bool
    {
        return $this->cancelWanted;
    }

    public function error(): ?string
    {
        return $this->error;
    }
}
