<?php

declare(strict_types=1);

namespace Tovrin\App\Grading\Job;

use Doctrine\DBAL\Connection;
use Tovrin\App\Entity\GradeJobPhoto;
use Tovrin\App\Message\ChangeGrade;
use Tovrin\App\Process\Holder;
use Tovrin\App\Process\Leases;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Queue\Transport;

/** How far the photos of jobs are: from waiting to done, left out or stopped, each step in one statement. */
final readonly class GradeJobQueue
{
    /** So often a photo is begun before it is left out. */
    private const ATTEMPTS = 3;
    /** One that has waited so long since it was last asked for may have been forgotten. Asking twice is harmless. */
    private const FORGOTTEN_SECONDS = 900;

    public function __construct(private Connection $connection, private Queue $queue, private Holder $holder)
    {
    }

    /** Asks for the waiting photos of a job to be changed. */
    public function send(int $job): void
    {
        // One transaction: a write lock for each of a thousand photos would take a second.
        $this->connection->transactional(function () use ($job): void {
            $waiting = $this->connection->fetchFirstColumn('SELECT id FROM grade_job_photo WHERE job_id = ? AND state = ? AND worker IS NULL ORDER BY id', [$job, GradeJobPhoto::WAITING]);
            $this->connection->executeStatement('UPDATE grade_job_photo SET seen_at = ? WHERE job_id = ? AND state = ?', [Leases::at(), $job, GradeJobPhoto::WAITING]);
            foreach ($waiting as $id) {
                $this->put(is_numeric($id) ? (int) $id : 0);
            }
        });
    }

    /** Takes a waiting photo up for this process; false when it is not waiting any more, or its job is paused. */
    public function claim(int $id): bool
    {
        return 1 === $this->connection->executeStatement(
            'UPDATE grade_job_photo SET worker = ?, seen_at = ?, attempts = attempts + 1 WHERE id = ? AND state = ? AND worker IS NULL AND (SELECT paused FROM grade_job WHERE grade_job.id = job_id) = 0',
            [$this->holder->name(), Leases::at(), $id, GradeJobPhoto::WAITING],
        );
    }

    /**
     * Ends a photo of this process.
     *
     * @param list<string> $words
     *
     * @return bool false when it is this process's no more, or was stopped meanwhile
     */
    public function finish(int $id, string $state, ?int $revision, array $words): bool
    {
        return 1 === $this->connection->executeStatement(
            'UPDATE grade_job_photo SET state = ?, worker = NULL, revision = ?, words = ? WHERE id = ? AND state = ? AND worker = ?',
            [$state, $revision, json_encode($words, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), $id, GradeJobPhoto::WAITING, $this->holder->name()],
        );
    }

    /** Puts a photo back that this process does not finish, since it was told to end. */
    public function giveBack(int $id, Transport $transport = Transport::Grades): void
    {
        $mine = $this->connection->executeStatement('UPDATE grade_job_photo SET worker = NULL, attempts = attempts - 1, seen_at = ? WHERE id = ? AND worker = ?', [Leases::at(), $id, $this->holder->name()]);
        if (1 === $mine) {
            $this->put($id, $transport);
        }
    }

    /** Stops what waits. A photo that a worker has in hand is not changed any more either, unless that is just happening. */
    public function stop(int $job): void
    {
        $this->connection->executeStatement('UPDATE grade_job_photo SET state = ?, worker = NULL WHERE job_id = ? AND state = ?', [GradeJobPhoto::STOPPED, $job, GradeJobPhoto::WAITING]);
    }

    /** Has photos taken up again whose worker was killed, or whose message was lost. */
    public function takeUpAbandoned(): void
    {
        /** @var list<array{id: int, worker: string, seen_at: string|null}> $taken */
        $taken = $this->connection->fetchAllAssociative('SELECT id, worker, seen_at FROM grade_job_photo WHERE state = ? AND worker IS NOT NULL', [GradeJobPhoto::WAITING]);
        foreach ($taken as ['id' => $id, 'worker' => $worker, 'seen_at' => $seenAt]) {
            if (!Leases::isAbandoned($worker, $seenAt)) {
                continue;
            }
            $this->takenFrom($id, $worker);
        }
        $forgotten = $this->connection->fetchFirstColumn(
            'SELECT id FROM grade_job_photo WHERE state = ? AND worker IS NULL AND (seen_at < ? OR seen_at > ?) AND (SELECT paused FROM grade_job WHERE grade_job.id = job_id) = 0',
            [GradeJobPhoto::WAITING, Leases::at(-self::FORGOTTEN_SECONDS), Leases::at(60)],
        );
        foreach ($forgotten as $id) {
            $this->connection->executeStatement('UPDATE grade_job_photo SET seen_at = ? WHERE id = ?', [Leases::at(), $id]);
            $this->put(is_numeric($id) ? (int) $id : 0);
        }
    }

    /** Has a photo taken up again whose worker has died. One that has outlived several workers is left out: it may be what they die of. */
    public function takenFrom(int $id, string $worker): void
    {
        $attempts = $this->connection->fetchOne('SELECT attempts FROM grade_job_photo WHERE id = ?', [$id]);
        $attempts = is_numeric($attempts) ? (int) $attempts : 0;
        $given = $attempts >= self::ATTEMPTS;
        $words = $given ? [\sprintf('It was begun %d times, and each time the process that did it ended in the middle: it was killed, or there was too little memory.', $attempts)] : [];
        $mine = $this->connection->executeStatement('UPDATE grade_job_photo SET worker = NULL, seen_at = ?, state = ?, words = ? WHERE id = ? AND worker = ?', [Leases::at(), $given ? GradeJobPhoto::LEFT_OUT : GradeJobPhoto::WAITING, json_encode($words, \JSON_THROW_ON_ERROR), $id, $worker]);
        if (1 === $mine && !$given) {
            $this->put($id);
        }
    }

    private function put(int $id, Transport $transport = Transport::Grades): void
    {
        $this->queue->put(new ChangeGrade($id), $transport);
    }
}
