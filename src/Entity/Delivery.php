<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Clock\DatePoint;

/** Finished files that were asked for together, and where they go. */
#[ORM\Entity]
#[ORM\Table(name: 'delivery')]
class Delivery
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\Column]
    private bool $paused = false;

    #[ORM\Column(type: 'datetime_immutable')]
    private \DateTimeImmutable $madeAt;

    /** @var Collection<int, ExportJob> */
    #[ORM\OneToMany(targetEntity: ExportJob::class, mappedBy: 'delivery', cascade: ['persist'])]
    #[ORM\OrderBy(['id' => 'ASC'])]
    private Collection $jobs;

    /**
     * @param string      $name        what it is called on the screen
     * @param string      $destination downloads, archive or folder
     * @param string|null $folder      name of a folder inside the one that is allowed; null for that one itself
     */
    public function __construct(
        #[ORM\Column(length: 200)]
        private string $name,
        #[ORM\Column(length: 12)]
        private string $destination,
        #[ORM\Column(length: 200, nullable: true)]
        private ?string $folder,
    ) {
        $this->madeAt = new DatePoint();
        $this->jobs = new ArrayCollection();
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The delivery has not been stored yet.');
    }

    public function name(): string
    {
        return $this->name;
    }

    public function destination(): string
    {
        return $this->destination;
    }

    public function folder(): ?string
    {
        return $this->folder;
    }

    public function isPaused(): bool
    {
        return $this->paused;
    }

    public function pause(bool $paused): void
    {
        $this->paused = $paused;
    }

    public function madeAt(): \DateTimeImmutable
    {
        return $this->madeAt;
    }

    public function add(ExportJob $job): void
    {
        $this->jobs->add($job);
    }
}
