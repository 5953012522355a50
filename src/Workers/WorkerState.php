<?php

declare(strict_types=1);

namespace Tovrin\App\Workers;

use Symfony\Component\Clock\DatePoint;
use Tovrin\App\Process\Leases;

/** What is known of a worker. */
final readonly class WorkerState
{
    /** One elsewhere that was not heard of for so long may be cut off. */
    private const QUIET_SECONDS = 40;

    /**
     * @param string                  $name    as Leases has it
     * @param string                  $lane    what it takes, see WorkerKind
     * @param string|null             $key     name of its key; null for a worker of this machine, empty when it was revoked
     * @param float|null              $pace    seconds a megapixel of JPEG
     * @param int                     $paced   files that this was taken on
     * @param string                  $trouble what it failed at last
     * @param string                  $unable  why it can do nothing at the moment; empty when it can
     * @param list<string>            $lines   what it has said, each after when, in seconds since 1970; the latest last
     * @param float                   $times   how many times as long as the others it takes
     * @param int                     $others  with how many it was compared
     */
    private function __construct(
        public string $name,
        public string $lane,
        public string $title,
        public ?string $key,
        public string $version,
        public \DateTimeImmutable $seenAt,
        public \DateTimeImmutable $hereSince,
        public int $done,
        public int $failed,
        public ?\DateTimeImmutable $restsUntil,
        public string $trouble,
        public string $unable,
        public ?float $pace,
        public int $paced,
        public array $lines,
        public float $times = 1.0,
        public int $others = 0,
        public bool $isSlow = false,
    ) {
    }

    /** @param array<string, mixed> $row of the table "worker" */
    public static function of(array $row): self
    {
        $text = static fn (string $column): string => \is_scalar($row[$column] ?? null) ? (string) $row[$column] : '';
        $number = static fn (string $column): int => is_numeric($row[$column] ?? null) ? (int) $row[$column] : 0;

        return new self(
            $text('name'),
            $text('lane'),
            $text('title'),
            null === ($row['key_id'] ?? null) ? null : $text('key_name'),
            $text('version'),
            new DatePoint($text('seen_at')),
            new DatePoint($text('here_since')),
            $number('done'),
            $number('failed'),
            '' === $text('rests_until') ? null : new DatePoint($text('rests_until')),
            $text('trouble'),
            $text('unable'),
            is_numeric($row['pace'] ?? null) ? (float) $row['pace'] : null,
            $number('paced'),
            '' === $text('lines') ? [] : explode("\n", $text('lines')),
        );
    }

    public function comparedWith(float $times, int $others, bool $isSlow): self
    {
        return new self($this->name, $this->lane, $this->title, $this->key, $this->version, $this->seenAt, $this->hereSince, $this->done, $this->failed, $this->restsUntil, $this->trouble, $this->unable, $this->pace, $this->paced, $this->lines, $times, $others, $isSlow);
    }

    public function isElsewhere(): bool
    {
        return null !== $this->key;
    }

    public function isThere(): bool
    {
        return Leases::isAlive($this->name, $this->seenAt);
    }

    /** Whether it was not heard of lately. */
    public function isQuiet(\DateTimeImmutable $now = new DatePoint()): bool
    {
        return $this->isElsewhere() && $now->getTimestamp() - $this->seenAt->getTimestamp() > self::QUIET_SECONDS;
    }

    public function isUnable(): bool
    {
        return '' !== $this->unable;
    }

    /** Whether it is given nothing, since it has failed again and again. */
    public function isResting(\DateTimeImmutable $now = new DatePoint()): bool
    {
        return null !== $this->restsUntil && $this->restsUntil > $now;
    }
}
