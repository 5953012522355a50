<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A finished file of a delivery, to be made by a worker, with the grade as it was when it was asked for. */
#[ORM\Entity]
#[ORM\Table(name: 'export_job')]
#[ORM\Index(name: 'idx_export_delivery', columns: ['delivery_id', 'state'])]
class ExportJob
{
    public const QUEUED = 'queued';
    public const RUNNING = 'running';
    public const DONE = 'done';
    public const FAILED = 'failed';
    public const CANCELLED = 'cancelled';
    /** The format of the archive of a delivery. */
    public const ARCHIVE = 'zip';
    /** The format of the archive of a whole set. */
    public const SET = 'set';

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

    /** The worker that has it, as Queue\Leases names them; null while it waits. */
    #[ORM\Column(length: 120, nullable: true)]
    private ?string $worker = null;

    /** When its worker last said how far it is; while it waits, when it was last asked for. */
    #[ORM\Column(type: 'datetime_immutable', nullable: true)]
    private ?\DateTimeImmutable $seenAt = null;

    /** How often a worker has begun it; one that had to stop does not count. */
    #[ORM\Column]
    private int $attempts = 0; // @phpstan-ignore property.onlyWritten (Export\ExportQueue reads it)

    /** When its file was finished; files are kept for some days. */
    #[ORM\Column(type: 'datetime_immutable', nullable: true)]
    private ?\DateTimeImmutable $madeAt = null; // @phpstan-ignore property.onlyWritten (Server\Housekeeping reads it)

    #[ORM\Column(length: 2000, nullable: true)]
    private ?string $error = null;

    /** Nodes of the table it was made with, and how near that comes to its grade, as Export\Exactness has them; null until then. */
    #[ORM\Column(nullable: true)]
    private ?int $lattice = null; // @phpstan-ignore property.onlyWritten (Export\JobState reads it)

    #[ORM\Column(nullable: true)]
    private ?float $meanError = null; // @phpstan-ignore property.onlyWritten (Export\JobState reads it)

    #[ORM\Column(nullable: true)]
    private ?float $error99 = null; // @phpstan-ignore property.onlyWritten (Export\JobState reads it)

    /** What goes plainly wrong with its colours, a line each. */
    #[ORM\Column(length: 500)]
    private string $troubles = ''; // @phpstan-ignore property.onlyWritten (Export\JobState reads it)

    /** The worker elsewhere that has failed at it, as Workers has it. */
    #[ORM\Column(length: 120, nullable: true)]
    private ?string $failedBy = null;

    /**
     * @param Photo|null $photo  null for the archive of a delivery, or of a set
     * @param string     $look   the grade as a look file
     * @param string     $format as Delivery\ExportFormat has them, or zip, or set
     * @param string     $output the rest of what is wanted, as Export\Wanted writes it
     * @param int        $cost   how long it will take, in megapixels of JPEG
     */
    public function __construct(
        #[ORM\ManyToOne(targetEntity: Delivery::class, inversedBy: 'jobs')]
        #[ORM\JoinColumn(name: 'delivery_id', nullable: false, onDelete: 'CASCADE')]
        private Delivery $delivery,
        #[ORM\ManyToOne(targetEntity: Photo::class)]
        #[ORM\JoinColumn(name: 'photo_id', nullable: true, onDelete: 'CASCADE')]
        private ?Photo $photo,
        #[ORM\Column(type: 'text')]
        private string $look,
        #[ORM\Column(length: 16)]
        private string $format,
        #[ORM\Column(type: 'text')]
        private string $output,
        #[ORM\Column(length: 255)]
        private string $fileName,
        #[ORM\Column]
        private int $cost,
    ) {
        $delivery->add($this);
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The export has not been stored yet.');
    }

    public function delivery(): Delivery
    {
        return $this->delivery;
    }

    public function photo(): ?Photo
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

    public function output(): string
    {
        return $this->output;
    }

    public function isArchive(): bool
    {
        return self::ARCHIVE === $this->format;
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

    public function seenAt(): ?\DateTimeImmutable
    {
        return $this->seenAt;
    }

    public function failedBy(): ?string
    {
        return $this->failedBy;
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
