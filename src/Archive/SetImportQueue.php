<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

use Doctrine\DBAL\Connection;
use Tovrin\App\Entity\SetImport;
use Tovrin\App\Message\ImportSet;
use Tovrin\App\Process\Leases;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Queue\Transport;

/** Which worker has the archive of a set in hand; each step in one statement. */
final readonly class SetImportQueue
{
    /** So often the photo that is next is begun before it is left out. */
    public const ATTEMPTS = 3;
    /** One that has waited so long since it was last asked for may have been forgotten. Asking twice is harmless. */
    private const FORGOTTEN_SECONDS = 120;

    public function __construct(private Connection $connection, private Queue $queue)
    {
    }

    public function send(int $import): void
    {
        $this->connection->executeStatement('UPDATE set_import SET seen_at = ? WHERE id = ?', [Leases::at(), $import]);
        $this->queue->put(new ImportSet($import), Transport::Large);
    }

    /** Takes a waiting one up for this process; false when it does not wait, or another process has it. */
    public function claim(int $import): bool
    {
        return 1 === $this->connection->executeStatement('UPDATE set_import SET worker = ?, seen_at = ? WHERE id = ? AND state = ? AND worker IS NULL', [Leases::own(), Leases::at(), $import, SetImport::WAITING]);
    }

    /** Whether this process still has it, and is to go on. */
    public function goesOn(int $import): bool
    {
        return 1 === $this->connection->executeStatement('UPDATE set_import SET seen_at = ? WHERE id = ? AND state = ? AND worker = ?', [Leases::at(), $import, SetImport::WAITING, Leases::own()]);
    }

    /** This process begins the photo that is next; says how often that was begun before, and never ended. */
    public function begins(int $import): int
    {
        $this->connection->executeStatement('UPDATE set_import SET attempts = attempts + 1 WHERE id = ?', [$import]);
        $attempts = $this->connection->fetchOne('SELECT attempts FROM set_import WHERE id = ?', [$import]);

        return is_numeric($attempts) ? (int) $attempts - 1 : 0;
    }

    /** The archive is read, and its set is there. */
    public function goesInto(int $import, int $set, int $total): void
    {
        $this->connection->executeStatement('UPDATE set_import SET set_id = ?, total = ? WHERE id = ?', [$set, $total, $import]);
    }

    /**
     * The photo that was next is dealt with. To be called in the transaction that adds it: after a kill it is either both or neither.
     *
     * @param list<string> $words all that there is to say up to now
     *
     * @return bool false when it is this process's no more
     */
    public function dealtWith(int $import, bool $done, array $words): bool
    {
        return 1 === $this->connection->executeStatement(
            'UPDATE set_import SET next_photo = next_photo + 1, attempts = 0, done = done + ?, words = ?, seen_at = ? WHERE id = ? AND worker = ?',
            [(int) $done, json_encode($words, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), Leases::at(), $import, Leases::own()],
        );
    }

    /** Leaves one of this process: ended, or to go on later. */
    public function leave(int $import, string $state, ?string $error = null): void
    {
        $this->connection->executeStatement('UPDATE set_import SET state = CASE state WHEN ? THEN ? ELSE state END, worker = NULL, error = ?, attempts = 0 WHERE id = ? AND worker = ?', [SetImport::WAITING, $state, null === $error ? null : mb_substr($error, 0, 2000), $import, Leases::own()]);
    }

    /** Puts one back that this process does not finish, since it was told to end. */
    public function giveBack(int $import): void
    {
        $this->leave($import, SetImport::WAITING);
        $this->send($import);
    }

    /** Its bytes are all there; or it goes on after a pause, or once what kept it back is mended. */
    public function goOn(int $import): void
    {
        if (1 === $this->connection->executeStatement('UPDATE set_import SET state = ?, error = NULL, attempts = 0 WHERE id = ? AND state IN (?, ?, ?)', [SetImport::WAITING, $import, SetImport::RECEIVING, SetImport::PAUSED, SetImport::FAILED])) {
            $this->send($import);
        }
    }

    /** The photo in hand is finished; the others wait. */
    public function pause(int $import): void
    {
        $this->connection->executeStatement('UPDATE set_import SET state = ? WHERE id = ? AND state = ?', [SetImport::PAUSED, $import, SetImport::WAITING]);
    }

    /** Has archives taken up again whose worker was killed, or whose message was lost. */
    public function takeUpAbandoned(): void
    {
        /** @var list<array{id: int, worker: string|null, seen_at: string|null}> $rows */
        $rows = $this->connection->fetchAllAssociative('SELECT id, worker, seen_at FROM set_import WHERE worker IS NOT NULL OR (state = ? AND (seen_at < ? OR seen_at > ?))', [SetImport::WAITING, Leases::at(-self::FORGOTTEN_SECONDS), Leases::at(60)]);
        foreach ($rows as ['id' => $id, 'worker' => $worker, 'seen_at' => $seenAt]) {
            if (null === $worker) {
                $this->send($id);
            } elseif (Leases::isAbandoned($worker, $seenAt) && 1 === $this->connection->executeStatement('UPDATE set_import SET worker = NULL WHERE id = ? AND worker = ?', [$id, $worker])) {
                $this->send($id);
            }
        }
    }
}
