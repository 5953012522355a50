<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Doctrine\DBAL\Connection;
use Symfony\Component\Clock\DatePoint;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Process\Leases;

/** What workers elsewhere have in hand. All times are those of this machine: a worker's clock is never asked. */
final readonly class WorkLeases
{
    /** A worker that lives, and does not get on with what it has for so long, has it taken away. */
    private const STUCK_SECONDS = 3600;
    /** So long an ended lease is known: whoever did not hear the answer asks again. */
    private const KNOWN_SECONDS = 86_400;

    public function __construct(private Connection $connection)
    {
    }

    public static function newToken(): string
    {
        return bin2hex(random_bytes(16));
    }

    /** @param list<string> $files names of those that it needs */
    public function open(string $token, string $worker, string $kind, int $subject, Given $given, array $files): void
    {
        $this->connection->executeStatement(
            'INSERT INTO work_lease (token, worker, kind, subject, photo_id, files, title, cost, based_on, given_at, seen_at, moved_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)',
            [$token, $worker, $kind, $subject, $given->photo->id(), implode("\n", $files), mb_substr($given->title, 0, 300), $given->cost, $given->basedOn, Leases::at(), Leases::at(), Leases::at()],
        );
    }

    /**
     * A lease of a worker that has a key.
     *
     * @throws NotFound when there is none, or it is another key's
     */
    public function of(string $token, int $key): WorkLease
    {
        return $this->some('work_lease.token = ? AND worker IN (SELECT name FROM worker WHERE key_id = ?)', [$token, $key])[0] ?? throw new NotFound('This is in nobody’s hand any more, or in somebody else’s.');
    }

    /** @return list<WorkLease> that a worker has open */
    public function openOf(string $worker): array
    {
        return $this->some('worker = ? AND ended IS NULL', [$worker]);
    }

    /** @return list<WorkLease> whose worker was not heard of for long, or does not get on */
    public function silent(): array
    {
        return $this->some('ended IS NULL AND (seen_at < ? OR moved_at < ?)', [Leases::at(-Leases::SILENT_SECONDS), Leases::at(-self::STUCK_SECONDS)]);
    }

    /** @return list<array{worker: string, title: string, stage: string, share: float, seconds: int}> what is in hand now */
    public function inHand(): array
    {
        $now = (new DatePoint())->getTimestamp();
        /** @var list<array{worker: string, title: string, stage: string, share: float|int, given_at: string}> $rows */
        $rows = $this->connection->fetchAllAssociative('SELECT worker, title, stage, share, given_at FROM work_lease WHERE ended IS NULL ORDER BY given_at');

        return array_map(static fn (array $row): array => ['worker' => $row['worker'], 'title' => $row['title'], 'stage' => $row['stage'], 'share' => (float) $row['share'], 'seconds' => max(0, $now - (new DatePoint($row['given_at']))->getTimestamp())], $rows);
    }

    public function moved(WorkLease $lease, string $stage, float $share): void
    {
        $this->connection->executeStatement('UPDATE work_lease SET seen_at = ?, moved_at = ?, stage = ?, share = ? WHERE token = ?', [Leases::at(), Leases::at(), mb_substr($stage, 0, 60), max(0.0, min(1.0, $share)), $lease->token]);
    }

    /** Its worker lives: so does what it has in hand. */
    public function seen(string $worker): void
    {
        foreach ($this->openOf($worker) as $lease) {
            $this->connection->executeStatement('UPDATE work_lease SET seen_at = ? WHERE token = ?', [Leases::at(), $lease->token]);
            foreach (['export_job', 'grade_job_photo'] as $table) {
                $this->connection->executeStatement("UPDATE $table SET seen_at = ? WHERE worker = ?", [Leases::at(), $lease->holder()]);
            }
        }
    }

    /** @return bool false when it had ended before */
    public function end(WorkLease $lease, string $how): bool
    {
        return 1 === $this->connection->executeStatement('UPDATE work_lease SET ended = ?, seen_at = ? WHERE token = ? AND ended IS NULL', [$how, Leases::at(), $lease->token]);
    }

    /** @return list<string> tokens of leases that are open */
    public function tokens(): array
    {
        return array_values(array_filter($this->connection->fetchFirstColumn('SELECT token FROM work_lease WHERE ended IS NULL'), \is_string(...)));
    }

    public function forgetEnded(): void
    {
        $this->connection->executeStatement('DELETE FROM work_lease WHERE ended IS NOT NULL AND seen_at < ?', [Leases::at(-self::KNOWN_SECONDS)]);
    }

    /**
     * @param list<string|int> $values
     *
     * @return list<WorkLease>
     */
    private function some(string $condition, array $values): array
    {
        $now = (new DatePoint())->getTimestamp();
        /** @var list<array{token: string, worker: string, kind: string, subject: int, store_key: string|null, files: string, title: string, cost: int, based_on: int, given_at: string, ended: string|null}> $rows */
        $rows = $this->connection->fetchAllAssociative("SELECT token, worker, kind, subject, store_key, files, title, cost, based_on, given_at, ended FROM work_lease LEFT JOIN photo ON photo.id = photo_id WHERE $condition ORDER BY given_at", $values);

        return array_map(static fn (array $row): WorkLease => new WorkLease($row['token'], $row['worker'], $row['kind'], $row['subject'], (string) $row['store_key'], '' === $row['files'] ? [] : explode("\n", $row['files']), $row['title'], $row['cost'], $row['based_on'], max(0, $now - (new DatePoint($row['given_at']))->getTimestamp()), $row['ended']), $rows);
    }
}
