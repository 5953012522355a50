<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Tovrin\App\Imaging\Decode\Origin;

/** One picture of a set. Its files lie in the photo store under its key. */
#[ORM\Entity]
#[ORM\Table(name: 'photo')]
class Photo
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    /**
     * How often another grade has come into force, by a change, by undoing, by redoing: no number comes twice, so that whoever says
     * which one they saw can be told that it is there no more.
     */
    #[ORM\Column]
    private int $revision = 0;

    /** Number of the step of its history that is in force; 0 is the empty grade it came with. */
    #[ORM\Column]
    private int $step = 0;

    /** Moves of the grade in force. */
    #[ORM\Column]
    private int $moveCount = 0;

    /** When it was taken out of its set; it can be brought back until it is cleared away. */
    #[ORM\Column(type: 'datetime_immutable', nullable: true)]
    private ?\DateTimeImmutable $removedAt = null;

    /** Where it stands when the set is ordered by hand; any number. */
    #[ORM\Column]
    private float $position = 0.0;

    /** The revision that its small picture shows; null when there is none yet. */
    #[ORM\Column(nullable: true)]
    private ?int $drawn = null;

    /** When the camera says it was taken, by the camera's clock. */
    #[ORM\Column(type: 'datetime_immutable', nullable: true)]
    private ?\DateTimeImmutable $takenAt;

    #[ORM\Column(length: 200)]
    private string $camera;

    /** Of its file, as people know it; empty for photos that came before this was kept. */
    #[ORM\Column(length: 16)]
    private string $format;

    /** A channel. */
    #[ORM\Column]
    private int $bits;

    /** What its numbers mean, in words. */
    #[ORM\Column(length: 200)]
    private string $colours;

    /** @var list<string> what was taken for granted, converted or left out when it was brought in */
    #[ORM\Column(type: 'json')]
    private array $notes;

    /** What goes plainly wrong with its colours in the grade that its small picture shows, a line each. */
    #[ORM\Column(length: 500)]
    private string $troubles = '';

    /** When that was drawn, in milliseconds since 1970; pages ask for what is newer than they know. */
    #[ORM\Column]
    private int $drawnAt = 0;

    /** Who last changed its grade, for people; empty where nobody said. */
    #[ORM\Column(length: 80)]
    private string $changedBy = '';

    /**
     * @param string $storeKey name of its folder in the photo store
     * @param string $name     file name it was brought in under
     * @param int    $width    pixels, upright
     * @param int    $height   pixels, upright
     */
    public function __construct(
        #[ORM\ManyToOne(targetEntity: PhotoSet::class)]
        #[ORM\JoinColumn(name: 'set_id', nullable: false, onDelete: 'CASCADE')]
        private PhotoSet $set,
        #[ORM\Column(length: 64)]
        private string $storeKey,
        #[ORM\Column(length: 255)]
        private string $name,
        #[ORM\Column]
        private int $width,
        #[ORM\Column]
        private int $height,
        #[ORM\Column]
        private int $previewWidth,
        #[ORM\Column]
        private int $previewHeight,
        Origin $origin,
    ) {
        $this->takenAt = $origin->takenAt;
        $this->camera = mb_substr($origin->camera, 0, 200);
        $this->format = $origin->format;
        $this->bits = $origin->bits;
        $this->colours = mb_substr($origin->colours, 0, 200);
        $this->notes = $origin->notes;
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The photo has not been stored yet.');
    }

    public function set(): PhotoSet
    {
        return $this->set;
    }

    public function storeKey(): string
    {
        return $this->storeKey;
    }

    public function name(): string
    {
        return $this->name;
    }

    public function width(): int
    {
        return $this->width;
    }

    public function height(): int
    {
        return $this->height;
    }

    public function previewWidth(): int
    {
        return $this->previewWidth;
    }

    public function previewHeight(): int
    {
        return $this->previewHeight;
    }

    public function troubles(): string
    {
        return $this->troubles;
    }

    public function revision(): int
    {
        return $this->revision;
    }

    public function moveCount(): int
    {
        return $this->moveCount;
    }

    public function step(): int
    {
        return $this->step;
    }

    public function changedBy(): string
    {
        return $this->changedBy;
    }

    /** @param string $by whose doing it is; empty where nobody said */
    public function goTo(int $step, int $moveCount, string $by): void
    {
        ++$this->revision;
        $this->changedBy = $by;
        $this->step = $step;
        $this->moveCount = $moveCount;
    }

    public function takenAt(): ?\DateTimeImmutable
    {
        return $this->takenAt;
    }

    /** What its file said. */
    public function origin(): Origin
    {
        return new Origin($this->format, $this->bits, $this->colours, $this->camera, $this->takenAt, $this->notes);
    }

    public function position(): float
    {
        return $this->position;
    }

    public function standAt(float $position): void
    {
        $this->position = $position;
    }

    public function drawn(): ?int
    {
        return $this->drawn;
    }

    /** Its small picture shows a revision. */
    public function wasDrawn(int $revision, int $at): void
    {
        $this->drawn = $revision;
        $this->drawnAt = $at;
    }

    public function drawnAt(): int
    {
        return $this->drawnAt;
    }

    public function rename(string $name): void
    {
        $this->name = $name;
    }

    public function moveTo(PhotoSet $set): void
    {
        $this->set = $set;
    }

    public function isRemoved(): bool
    {
        return null !== $this->removedAt || $this->set->isRemoved();
    }

    public function remove(?\DateTimeImmutable $at): void
    {
        $this->removedAt = $at;
    }
}
