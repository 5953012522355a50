<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Doctrine\DBAL\Connection;
use Tovrin\App\Entity\ExportJob;
use Tovrin\App\Imaging\Apply\Exactness;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Message\MakeFile;
use Tovrin\App\Process\Holder;
use Tovrin\App\Process\Leases;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Queue\Transport;

/** How far the files of deliveries are: from waiting to done, failed or stopped, each step in one statement. */
final readonly class ExportQueue
{
    /** Up to this cost a file is made in a moment, in megapixels of JPEG. */
    private const QUICK = 12;
    /** A delivery of up to so many files is one that somebody waits for. */
    private const FEW = 4;
    /** So often a file is begun before it is given up. */
    private const ATTEMPTS = 3;

    public function __construct(private Connection $connection, private PhotoStore $store, private Queue $queue, private Holder $holder)
    {
    }

    /** Asks for the waiting files of a delivery to be made; its archive comes last, when all others are there. */
    public function send(int $delivery): void
    {
        /** @var list<array{id: int, cost: int}> $rows */
        $rows = $this->connection->fetchAllAssociative('SELECT id, cost FROM export_job WHERE delivery_id = ? AND state = ? AND format <> ? ORDER BY id', [$delivery, ExportJob::QUEUED, ExportJob::ARCHIVE]);
        // One transaction: a write lock for each of a thousand files would take a second.
        $this->connection->transactional(function () use ($rows, $delivery): void {
            $this->connection->executeStatement('UPDATE export_job SET seen_at = ? WHERE delivery_id = ? AND state = ?', [Leases::at(), $delivery, ExportJob::QUEUED]);
            foreach ($rows as ['id' => $id, 'cost' => $cost]) {
                $this->queue->put(new MakeFile($id), match (true) {
                    $cost > self::QUICK => Transport::Large,
                    \count($rows) <= self::FEW => Transport::Quick,
                    default => Transport::Steady,
                });
            }
        });
        if ([] === $rows) {
            $this->sendArchive($delivery);
        }
    }

    /** Asks for one file again whose worker or message was lost. */
    public function sendAgain(int $job, Transport $transport = Transport::Steady): void
    {
        $this->connection->executeStatement('UPDATE export_job SET seen_at = ? WHERE id = ?', [Leases::at(), $job]);
        $this->queue->put(new MakeFile($job), $transport);
    }

    /** Takes a waiting file up for this process; false when it is not waiting any more, is stopped or paused. */
    public function claim(int $job): bool
    {
        return 1 === $this->connection->executeStatement(
            'UPDATE export_job SET state = ?, stage = ?, worker = ?, seen_at = ?, progress = 0, attempts = attempts + 1 WHERE id = ? AND state = ? AND (SELECT paused FROM delivery WHERE delivery.id = delivery_id) = 0',
            [ExportJob::RUNNING, 'Starting', $this->holder->name(), Leases::at(), $job, ExportJob::QUEUED],
        );
    }

    /**
     * Records how far a file of this process is.
     *
     * @return bool false when it is to be stopped: somebody asked for it, its photo was removed, or another worker has it
     */
    public function progress(int $job, string $stage, float $share): bool
    {
        $this->connection->executeStatement('UPDATE export_job SET stage = ?, progress = ?, seen_at = ? WHERE id = ? AND worker = ?', [$stage, $share, Leases::at(), $job, $this->holder->name()]);
        $wanted = $this->connection->fetchOne('SELECT 1 FROM export_job LEFT JOIN photo ON photo.id = photo_id WHERE export_job.id = ? AND worker = ? AND NOT cancel_wanted AND photo.removed_at IS NULL', [$job, $this->holder->name()]);

        return false !== $wanted;
    }

    /** Records how near a finished file of this process comes to its grade, and what goes wrong with its colours. */
    public function reached(int $job, Exactness $exactness, string $troubles): void
    {
        $this->connection->executeStatement('UPDATE export_job SET lattice = ?, mean_error = ?, error99 = ?, troubles = ? WHERE id = ? AND worker = ?', [$exactness->lattice, $exactness->mean, $exactness->percentile99, $troubles, $job, $this->holder->name()]);
    }

    /** Ends a file of this process. */
    public function finish(int $job, string $state, ?string $error = null): void
    {
        $ended = $this->connection->executeStatement(
            'UPDATE export_job SET state = ?, stage = ?, worker = NULL, made_at = ?, progress = CASE ? WHEN ? THEN 1 ELSE progress END, error = ? WHERE id = ? AND worker = ?',
            [$state, ucfirst($state), Leases::at(), $state, ExportJob::DONE, null === $error ? null : mb_substr($error, 0, 2000), $job, $this->holder->name()],
        );
        $forgotten = 1 !== $ended && false === $this->connection->fetchOne('SELECT 1 FROM export_job WHERE id = ?', [$job]);
        if ($forgotten || (1 === $ended && ExportJob::DONE !== $state)) {
            // What failed has no file, nor has what was forgotten while it was made. One that another worker has taken over is theirs.
            @unlink($this->store->export($job));
        }
        if (1 !== $ended) {
            return;
        }
        $this->sendArchiveOf($job);
    }

    /** Puts a file back that its worker does not finish, since it was told to end. */
    public function giveBack(int $job, string $worker): bool
    {
        return $this->putBack($job, $worker, 1);
    }

    /**
     * Has a file made by the machine with the data that a worker elsewhere has failed at.
     *
     * @param string $holder in whose name that one had it
     * @param string $worker as Workers has it
     */
    public function failedElsewhere(int $job, string $holder, string $worker): void
    {
        if ($this->giveBack($job, $holder)) {
            $this->connection->executeStatement('UPDATE export_job SET failed_by = ? WHERE id = ?', [$worker, $job]);
            $this->sendAgain($job, Transport::Own);
        }
    }

    /** Has a file made again whose worker has died. One that has outlived several workers is given up: it may be what they die of. */
    public function takenFrom(int $job, string $worker): void
    {
        $failed = $this->connection->executeStatement(
            'UPDATE export_job SET state = ?, stage = ?, worker = NULL, error = ? WHERE id = ? AND state = ? AND worker = ? AND attempts >= ?',
            [ExportJob::FAILED, ucfirst(ExportJob::FAILED), \sprintf('This file was begun %d times, and each time the process that made it ended in the middle: it was killed, or there was too little memory. Make the picture smaller, or have it made again when less is going on.', self::ATTEMPTS), $job, ExportJob::RUNNING, $worker, self::ATTEMPTS],
        );
        if (1 === $failed) {
            @unlink($this->store->export($job));
            $this->sendArchiveOf($job);
        } elseif ($this->putBack($job, $worker, 0)) {
            $this->sendAgain($job);
        }
    }

    /** @return list<array{worker: string, title: string, stage: string, share: float}> what workers have in hand */
    public function inHand(): array
    {
        /** @var list<array{worker: string, title: string, stage: string, share: float|int}> $rows */
        $rows = $this->connection->fetchAllAssociative('SELECT worker, file_name AS title, stage, progress AS share FROM export_job WHERE state = ? AND worker IS NOT NULL', [ExportJob::RUNNING]);

        return array_map(static fn (array $row): array => ['share' => (float) $row['share']] + $row, $rows);
    }

    /** Stops a file: at once when it waits, at the worker's next look when it runs. */
    public function cancel(int $job): void
    {
        $this->cancelWhere('id = ?', $job);
    }

    public function cancelAllOf(int $photo): void
    {
        $this->cancelWhere('photo_id = ?', $photo);
    }

    public function cancelDelivery(int $delivery): void
    {
        $this->cancelWhere('delivery_id = ?', $delivery);
    }

    /** Has what failed or was stopped made again; the archive too, since it lacks them. */
    public function again(int $delivery): void
    {
        $this->connection->executeStatement(
            "UPDATE export_job SET state = ?, stage = 'Waiting', progress = 0, cancel_wanted = 0, attempts = 0, error = NULL WHERE delivery_id = ? AND (state IN (?, ?) OR format = ?)",
            [ExportJob::QUEUED, $delivery, ExportJob::FAILED, ExportJob::CANCELLED, ExportJob::ARCHIVE],
        );
        $this->connection->executeStatement('UPDATE delivery SET paused = 0 WHERE id = ?', [$delivery]);
        $this->send($delivery);
    }

    /** @param int $uncounted attempts that do not count */
    private function putBack(int $job, string $worker, int $uncounted): bool
    {
        return 1 === $this->connection->executeStatement('UPDATE export_job SET state = ?, stage = ?, worker = NULL, progress = 0, attempts = attempts - ? WHERE id = ? AND state = ? AND worker = ?', [ExportJob::QUEUED, 'Waiting', $uncounted, $job, ExportJob::RUNNING, $worker]);
    }

    private function sendArchiveOf(int $job): void
    {
        $delivery = $this->connection->fetchOne('SELECT delivery_id FROM export_job WHERE id = ? AND format <> ?', [$job, ExportJob::ARCHIVE]);
        if (is_numeric($delivery)) {
            $this->sendArchive((int) $delivery);
        }
    }

    /** Has the archive made when it waits for no other file any more. */
    private function sendArchive(int $delivery): void
    {
        $archive = $this->connection->fetchOne(
            'SELECT id FROM export_job a WHERE delivery_id = ? AND format = ? AND state = ? AND NOT EXISTS (SELECT 1 FROM export_job b WHERE b.delivery_id = a.delivery_id AND b.format <> a.format AND b.state IN (?, ?))',
            [$delivery, ExportJob::ARCHIVE, ExportJob::QUEUED, ExportJob::QUEUED, ExportJob::RUNNING],
        );
        if (is_numeric($archive)) {
            $this->sendAgain((int) $archive);
        }
    }

    private function cancelWhere(string $condition, int $value): void
    {
        $this->connection->executeStatement(
            'UPDATE export_job SET cancel_wanted = 1, stage = CASE state WHEN ? THEN ? ELSE stage END, state = CASE state WHEN ? THEN ? ELSE state END WHERE '.$condition.' AND state IN (?, ?)',
            [ExportJob::QUEUED, 'Cancelled', ExportJob::QUEUED, ExportJob::CANCELLED, $value, ExportJob::QUEUED, ExportJob::RUNNING],
        );
    }
}
