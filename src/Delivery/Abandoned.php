<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Doctrine\DBAL\Connection;
use Tovrin\App\Entity\ExportJob;
use Tovrin\App\Process\Leases;

/** Files whose worker was killed, whose machine is gone, or whose message was lost: they are put back and asked for again. */
final readonly class Abandoned
{
    /** A file that has waited so long since it was last asked for may have been forgotten. Asking twice is harmless. */
    private const FORGOTTEN_SECONDS = 900;
    /** The archive of a delivery is due at once when its last file is there. */
    private const ARCHIVE_SECONDS = 60;

    public function __construct(private Connection $connection, private ExportQueue $queue)
    {
    }

    public function takeUp(): void
    {
        /** @var list<array{id: int, worker: string, seen_at: string|null}> $running */
        $running = $this->connection->fetchAllAssociative('SELECT id, worker, seen_at FROM export_job WHERE state = ? AND worker IS NOT NULL', [ExportJob::RUNNING]);
        foreach ($running as ['id' => $id, 'worker' => $worker, 'seen_at' => $seenAt]) {
            // Two workers may find the same one: only the first takes it from the dead one.
            if (Leases::isAbandoned($worker, $seenAt)) {
                $this->queue->takenFrom($id, $worker);
            }
        }
        // What seems to have been asked for in the time to come was asked for before the clock was put back.
        $forgotten = $this->connection->fetchFirstColumn(
            'SELECT id FROM export_job j WHERE state = ? AND (seen_at < CASE format WHEN ? THEN ? ELSE ? END OR seen_at > ?) AND (SELECT paused FROM delivery WHERE delivery.id = delivery_id) = 0 AND (format <> ? OR NOT EXISTS (SELECT 1 FROM export_job o WHERE o.delivery_id = j.delivery_id AND o.format <> j.format AND o.state IN (?, ?)))',
            [ExportJob::QUEUED, ExportJob::ARCHIVE, Leases::at(-self::ARCHIVE_SECONDS), Leases::at(-self::FORGOTTEN_SECONDS), Leases::at(self::ARCHIVE_SECONDS), ExportJob::ARCHIVE, ExportJob::QUEUED, ExportJob::RUNNING],
        );
        foreach ($forgotten as $id) {
            if (is_numeric($id)) {
                $this->queue->sendAgain((int) $id);
            }
        }
    }
}
