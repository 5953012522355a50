<?php

declare(strict_types=1);

namespace Tovrin\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Clock\DatePoint;

/** The archive of a set on its way in: first its bytes, then photo by photo. How far it is, Archive\SetImportQueue writes down. */
#[ORM\Entity]
#[ORM\Table(name: 'set_import')]
class SetImport
{
    /** Its bytes are still to come. */
    public const RECEIVING = 'receiving';
    public const WAITING = 'waiting';
    public const PAUSED = 'paused';
    /** It cannot go on; the error says why. */
    public const FAILED = 'failed';
    public const DONE = 'done';

    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 16)]
    private string $state = self::RECEIVING;

    /** The worker that has it, as Process\Leases names them; null while nobody has. */
    #[ORM\Column(length: 120, nullable: true)]
    private ?string $worker = null; // @phpstan-ignore property.onlyWritten (Archive\SetImportQueue reads it)

    /** When its worker last said how far it is; while it waits, when it was last asked for. */
    #[ORM\Column(type: 'datetime_immutable', nullable: true)]
    private ?\DateTimeImmutable $seenAt = null; // @phpstan-ignore property.onlyWritten (Archive\SetImportQueue reads it)

    /** How often a worker has begun the photo that is next. */
    #[ORM\Column]
    private int $attempts = 0; // @phpstan-ignore property.onlyWritten (Archive\SetImportQueue reads it)

    /** Which of the listed photos is next, from 0. */
    #[ORM\Column(name: 'next_photo')]
    private int $next = 0;

    /** Photos that are listed; 0 until the archive is read. */
    #[ORM\Column]
    private int $total = 0;

    /** Photos that are in the set now. */
    #[ORM\Column]
    private int $done = 0;

    /** @var list<string> what there is to say of photos that were left out, and of what could not be used */
    #[ORM\Column(type: 'json')]
    private array $words = [];

    #[ORM\Column(length: 2000, nullable: true)]
    private ?string $error = null;

    /** Where it goes; null until the archive is read. */
    #[ORM\ManyToOne(targetEntity: PhotoSet::class)]
    #[ORM\JoinColumn(name: 'set_id', nullable: true, onDelete: 'CASCADE')]
    private ?PhotoSet $set = null;

    /**
     * @param string      $name  of the file, as the user knows it
     * @param int         $bytes of the whole archive
     * @param string|null $path  of an archive of somebody else's, which is left alone; null for one that is sent in
     */
    public function __construct(
        #[ORM\Column(length: 255)]
        private string $name,
        #[ORM\Column(type: 'bigint')]
        private int $bytes,
        #[ORM\Column(length: 2000, nullable: true)]
        private ?string $path = null,
        #[ORM\Column(type: 'datetime_immutable')]
        private \DateTimeImmutable $madeAt = new DatePoint(),
    ) {
        $this->state = null === $path ? self::RECEIVING : self::WAITING;
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The import has not been stored yet.');
    }

    public function name(): string
    {
        return $this->name;
    }

    public function bytes(): int
    {
        return $this->bytes;
    }

    public function path(): ?string
    {
        return $this->path;
    }

    public function madeAt(): \DateTimeImmutable
    {
        return $this->madeAt;
    }

    public function state(): string
    {
        return $this->state;
    }

    public function next(): int
    {
        return $this->next;
    }

    public function total(): int
    {
        return $this->total;
    }

    public function done(): int
    {
        return $this->done;
    }

    /** @return list<string> */
    public function words(): array
    {
        return $this->words;
    }

    public function error(): ?string
    {
        return $this->error;
    }

    public function set(): ?PhotoSet
    {
        return $this->set;
    }

    public function say(string $words): void
    {
        $this->words[] = $words;
    }
}
