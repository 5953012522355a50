<?php

declare(strict_types=1);

namespace Tovrin\App\Workers;

use Doctrine\DBAL\Connection;
use Symfony\Component\Clock\DatePoint;
use Tovrin\App\Process\Leases;
use Tovrin\App\Queue\WorkerKind;

/** Which workers there are, here and elsewhere, what each has done and how fast: each says so every now and then, and pages show it. */
final readonly class Workers
{
    /** So often in a row a worker may fail before it is given nothing for a while. */
    private const FAILURES = 3;
    /** For so long, at first; each time it happens again twice as long, up to a limit. */
    private const REST_SECONDS = 300;
    private const REST_MOST = 7200;
    /** How much a file counts in a worker's pace. */
    private const NEWEST = 0.25;
    /** Fewer files say nothing of a pace. */
    private const PACED_LEAST = 3;
    /** One that takes so many times as long as the others is called slow. */
    private const SLOW = 3.0;
    private const LINES = 20;
    private const COLUMNS = 'worker.name, lane, seen_at, here_since, title, key_id, version, done, failed, rests_until, trouble, unable, pace, paced';
    private const LINE_MOST = 300;

    public function __construct(private Connection $connection)
    {
    }

    /** This process works. Forgets those that are gone. */
    public function here(WorkerKind $lane): void
    {
        $this->forgetGone();
        $this->connection->executeStatement(
            'INSERT INTO worker (name, lane, seen_at, here_since) VALUES (?1, ?2, ?3, ?3) ON CONFLICT (name) DO UPDATE SET lane = ?2, seen_at = ?3',
            [1 => Leases::own(), $lane->value, Leases::at()],
        );
    }

    /**
     * A worker elsewhere works.
     *
     * @param string $run   a word that is another one each time its process starts
     * @param string $title for people
     * @param int    $key   of its key
     *
     * @return bool whether its process is another one than before: what that had in hand is nobody's any more
     */
    public function isHere(string $name, string $run, string $title, string $version, int $key): bool
    {
        $this->forgetGone();
        $before = $this->connection->fetchOne('SELECT run FROM worker WHERE name = ?', [$name]);
        $this->connection->executeStatement(
            'INSERT INTO worker (name, lane, seen_at, here_since, run, title, version, key_id) VALUES (?1, ?2, ?3, ?3, ?4, ?5, ?6, ?7) ON CONFLICT (name) DO UPDATE SET seen_at = ?3, here_since = CASE run WHEN ?4 THEN here_since ELSE ?3 END, run = ?4, title = ?5, version = ?6, key_id = ?7',
            [1 => $name, WorkerKind::Any->value, Leases::at(), $run, mb_substr($title, 0, 120), mb_substr($version, 0, 40), $key],
        );

        return \is_string($before) && $before !== $run;
    }

    /** It was heard of. */
    public function seen(string $name): void
    {
        $this->connection->executeStatement('UPDATE worker SET seen_at = ? WHERE name = ?', [Leases::at(), $name]);
    }

    /** This process works no more. */
    public function gone(): void
    {
        $this->isGone(Leases::own());
    }

    public function isGone(string $name): void
    {
        $this->connection->executeStatement('DELETE FROM worker WHERE name = ?', [$name]);
    }

    /**
     * A worker has done something.
     *
     * @param float|null $pace seconds a megapixel of JPEG; null for what says nothing of it
     */
    public function did(string $name, ?float $pace): void
    {
        $this->connection->executeStatement(
            "UPDATE worker SET done = done + 1, failed_in_a_row = 0, rests = 0, rests_until = NULL, trouble = '', pace = CASE WHEN ?2 IS NULL THEN pace WHEN pace IS NULL THEN ?2 ELSE pace + ?3 * (?2 - pace) END, paced = paced + (?2 IS NOT NULL) WHERE name = ?1",
            [1 => $name, $pace, self::NEWEST],
        );
    }

    /** A worker has not managed what it was given. One that fails again and again is given nothing for a while, and says why. */
    public function failed(string $name, string $why): void
    {
        $this->connection->executeStatement('UPDATE worker SET failed = failed + 1, failed_in_a_row = failed_in_a_row + 1, trouble = ? WHERE name = ?', [mb_substr($why, 0, 300), $name]);
        $row = $this->connection->fetchAssociative('SELECT failed_in_a_row, rests FROM worker WHERE name = ?', [$name]);
        if (false !== $row && is_numeric($row['failed_in_a_row']) && is_numeric($row['rests']) && $row['failed_in_a_row'] >= self::FAILURES) {
            // One try when it is over, and if that fails it rests again.
            $this->connection->executeStatement('UPDATE worker SET rests = rests + 1, failed_in_a_row = ?, rests_until = ? WHERE name = ?', [self::FAILURES - 1, Leases::at(min(self::REST_MOST, self::REST_SECONDS << min(10, (int) $row['rests']))), $name]);
        }
    }

    /** What a worker had failed at nobody else managed either. */
    public function forgive(string $name): void
    {
        $this->connection->executeStatement("UPDATE worker SET failed = MAX(0, failed - 1), failed_in_a_row = 0, rests_until = NULL, trouble = '' WHERE name = ?", [$name]);
    }

    /** A worker cannot do anything at the moment, and why: its disk is full. Empty when that is over. */
    public function says(string $name, string $unable): void
    {
        $this->connection->executeStatement('UPDATE worker SET unable = ? WHERE name = ?', [mb_substr($unable, 0, 300), $name]);
    }

    /**
     * Keeps the latest lines of what a worker has said.
     *
     * @param list<string> $lines
     */
    public function told(string $name, array $lines): void
    {
        if ([] === $lines) {
            return;
        }
        $kept = $this->connection->fetchOne('SELECT lines FROM worker WHERE name = ?', [$name]);
        $at = (new DatePoint())->getTimestamp();
        $all = [...\is_string($kept) && '' !== $kept ? explode("\n", $kept) : [], ...array_map(static fn (string $line): string => $at.' '.mb_substr((string) preg_replace('/\s+/u', ' ', mb_scrub($line)), 0, self::LINE_MOST), $lines)];
        $this->connection->executeStatement('UPDATE worker SET lines = ? WHERE name = ?', [implode("\n", \array_slice($all, -self::LINES)), $name]);
    }

    /** Whether there is one that makes files of any size. */
    public function isAnyThere(): bool
    {
        foreach ($this->states() as $one) {
            if (WorkerKind::Any->value === $one->lane && $one->isThere()) {
                return true;
            }
        }

        return false;
    }

    /** A worker by its name; null when it is unknown. */
    public function one(string $name): ?WorkerState
    {
        $all = $this->states();
        foreach ($all as $one) {
            if ($one->name === $name) {
                return self::compared($one, $all);
            }
        }

        return null;
    }

    /** @return list<WorkerState> those of this machine first */
    public function all(): array
    {
        $all = $this->states(true);

        return array_map(static fn (WorkerState $one): WorkerState => self::compared($one, $all), $all);
    }

    /**
     * @param bool $lines whether with what each has said, which is only for showing: all are looked at whenever one asks for work
     *
     * @return list<WorkerState>
     */
    private function states(bool $lines = false): array
    {
        /** @var list<array<string, mixed>> $rows */
        $rows = $this->connection->fetchAllAssociative('SELECT '.self::COLUMNS.($lines ? ', lines' : '').', worker_key.name AS key_name FROM worker LEFT JOIN worker_key ON worker_key.id = key_id ORDER BY key_id IS NOT NULL, title, worker.name');

        return array_map(WorkerState::of(...), $rows);
    }

    /**
     * How many times as long one takes as the others do, as far as that can be said.
     *
     * @param list<WorkerState> $all
     */
    private static function compared(WorkerState $one, array $all): WorkerState
    {
        $others = [];
        foreach ($all as $other) {
            if ($other->name !== $one->name && null !== $other->pace && $other->paced >= self::PACED_LEAST && $other->isThere() && !$other->isResting()) {
                $others[] = $other->pace;
            }
        }
        sort($others);
        $times = [] === $others || null === $one->pace || $one->paced < self::PACED_LEAST ? 1.0 : $one->pace / $others[intdiv(\count($others), 2)];

        return $one->comparedWith($times, \count($others), $times >= self::SLOW);
    }

    private function forgetGone(): void
    {
        /** @var list<array{name: string, seen_at: string}> $rows */
        $rows = $this->connection->fetchAllAssociative('SELECT name, seen_at FROM worker');
        foreach ($rows as ['name' => $name, 'seen_at' => $seenAt]) {
            if (!Leases::isAlive($name, new DatePoint($seenAt))) {
                $this->isGone($name);
            }
        }
    }
}
