<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Clock\DatePoint;

/** One change made to the grades of many photos by workers, photo by photo. */
#[ORM\Entity]
#[ORM\Table(name: 'grade_job')]
#[ORM\Index(name: 'idx_grade_job_set', columns: ['set_id'])]
class GradeJob
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\Column]
    private bool $paused = false;

    #[ORM\Column(type: 'datetime_immutable', nullable: true)]
    private ?\DateTimeImmutable $undoneAt = null;

    #[ORM\Column(type: 'datetime_immutable')]
    private \DateTimeImmutable $madeAt;

    /** @var Collection<int, GradeJobPhoto> */
    #[ORM\OneToMany(targetEntity: GradeJobPhoto::class, mappedBy: 'job', cascade: ['persist'])]
    #[ORM\OrderBy(['id' => 'ASC'])]
    private Collection $photos;

    /**
     * @param PhotoSet $set     where it was asked for
     * @param string   $kind    what is done, as Grading\Job\GradeWork has it
     * @param string   $name    what it is called on the screen
     * @param string   $request what that work is told, as JSON
     */
    public function __construct(
        #[ORM\ManyToOne(targetEntity: PhotoSet::class)]
        #[ORM\JoinColumn(name: 'set_id', nullable: false, onDelete: 'CASCADE')]
        private PhotoSet $set,
        #[ORM\Column(length: 20)]
        private string $kind,
        #[ORM\Column(length: 300)]
        private string $name,
        #[ORM\Column(type: 'text')]
        private string $request,
    ) {
        $this->madeAt = new DatePoint();
        $this->photos = new ArrayCollection();
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The job has not been stored yet.');
    }

    public function set(): PhotoSet
    {
        return $this->set;
    }

    public function kind(): string
    {
        return $this->kind;
    }

    public function name(): string
    {
        return $this->name;
    }

    public function request(): string
    {
        return $this->request;
    }

    public function isPaused(): bool
    {
        return $this->paused;
    }

    public function pause(bool $paused): void
    {
        $this->paused = $paused;
    }

    public function isUndone(): bool
    {
        return null !== $this->undoneAt;
    }

    public function undo(): void
    {
        $this->undoneAt = new DatePoint();
    }

    public function madeAt(): \DateTimeImmutable
    {
        return $this->madeAt;
    }

    public function add(GradeJobPhoto $photo): void
    {
        $this->photos->add($photo);
    }
}
