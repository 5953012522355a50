<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** One photo whose grade is to be changed by a job. Workers take it up, and end it in the same step that changes the grade. */
#[ORM\Entity]
#[ORM\Table(name: 'grade_job_photo')]
#[ORM\Index(name: 'idx_grade_job_photo', columns: ['job_id', 'state'])]
#[ORM\Index(name: 'idx_grade_job_photo_photo', columns: ['photo_id'])]
class GradeJobPhoto
{
    public const WAITING = 'waiting';
    public const DONE = 'done';
    public const LEFT_OUT = 'left-out';
    public const STOPPED = 'stopped';
    /** Done, and taken back since. */
    public const UNDONE = 'undone';

    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 16)]
    private string $state = self::WAITING;

    /** The worker that has it, as Process\Leases names them; null while nobody has. */
    #[ORM\Column(length: 120, nullable: true)]
    private ?string $worker = null; // @phpstan-ignore property.onlyWritten (Grading\Job\GradeJobQueue reads it)

    /** When it was last taken up or asked for. */
    #[ORM\Column(type: 'datetime_immutable', nullable: true)]
    private ?\DateTimeImmutable $seenAt = null; // @phpstan-ignore property.onlyWritten (Grading\Job\GradeJobQueue reads it)

    /** How often a worker has taken it up. */
    #[ORM\Column]
    private int $attempts = 0; // @phpstan-ignore property.onlyWritten (Grading\Job\GradeJobQueue reads it)

    /** Of the photo's grade once it is changed; null until then. */
    #[ORM\Column(nullable: true)]
    private ?int $revision = null;

    /** @var list<string> what there is to say of it, in whole sentences */
    #[ORM\Column(type: 'json')]
    private array $words = [];

    public function __construct(
        #[ORM\ManyToOne(targetEntity: GradeJob::class, inversedBy: 'photos')]
        #[ORM\JoinColumn(name: 'job_id', nullable: false, onDelete: 'CASCADE')]
        private GradeJob $job,
        #[ORM\ManyToOne(targetEntity: Photo::class)]
        #[ORM\JoinColumn(name: 'photo_id', nullable: false, onDelete: 'CASCADE')]
        private Photo $photo,
    ) {
        $job->add($this);
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('It has not been stored yet.');
    }

    public function job(): GradeJob
    {
        return $this->job;
    }

    public function photo(): Photo
    {
        return $this->photo;
    }

    public function state(): string
    {
        return $this->state;
    }

    public function revision(): ?int
    {
        return $this->revision;
    }

    /** @return list<string> */
    public function words(): array
    {
        return $this->words;
    }
}
