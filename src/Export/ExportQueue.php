<?php

declare(strict_types=1);

namespace Tovrin\App\Export;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Tovrin\App\Entity\ExportJob;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Photo\PhotoStore;

/** The table of exports: asked for by the studio, claimed by the worker. */
final readonly class ExportQueue
{
    private const EXTENSIONS = ['jpeg' => '.jpg', 'png' => '.png', 'cube' => '.cube', 'icc' => '.icc', 'hald' => '-hald.png'];

    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private PhotoStore $store)
    {
    }

    public function ask(Photo $photo, string $look, string $format, int $quality, int $lattice): ExportJob
    {
        $name = pathinfo($photo->name(), \PATHINFO_FILENAME).self::EXTENSIONS[$format];
        $job = new ExportJob($photo, $look, $format, $quality, $lattice, $name);
        $this->entities->persist($job);
        $this->entities->flush();

        return $job;
    }

    public function job(int $id): ?ExportJob
    {
        $job = $this->entities->find(ExportJob::class, $id);
        if (null !== $job) {
            // The worker writes past this process's memory of it.
            $this->entities->refresh($job);
        }

        return $job;
    }

    /** Stops a job: at once when it waits, at the worker's next look when it runs. */
    public function cancel(int $id): void
    {
        $this->connection->executeStatement(
            'UPDATE export_job SET cancel_wanted = 1, state = CASE state WHEN ? THEN ? ELSE state END WHERE id = ? AND state IN (?, ?)',
            [ExportJob::QUEUED, ExportJob::CANCELLED, $id, ExportJob::QUEUED, ExportJob::RUNNING],
        );
    }

    /** Takes the oldest waiting job, in one statement, so that no two workers get the same. */
    public function claim(): ?int
    {
        $id = $this->connection->fetchOne(
            'UPDATE export_job SET state = ?, stage = ?, progress = 0 WHERE id = (SELECT id FROM export_job WHERE state = ? ORDER BY id LIMIT 1) RETURNING id',
            [ExportJob::RUNNING, 'Starting', ExportJob::QUEUED],
        );

        return is_numeric($id) ? (int) $id : null;
    }

    /** Puts jobs back that a worker died on. Only to be called while no other worker runs. */
    public function requeueAbandoned(): void
    {
        $this->connection->executeStatement('UPDATE export_job SET state = ? WHERE state = ?', [ExportJob::QUEUED, ExportJob::RUNNING]);
    }

    /**
     * Records how far a running job is.
     *
     * @return bool false when it is to be stopped
     */
    public function progress(int $id, string $stage, float $share): bool
    {
        $this->connection->executeStatement('UPDATE export_job SET stage = ?, progress = ? WHERE id = ?', [$stage, $share, $id]);

        return !(bool) $this->connection->fetchOne('SELECT cancel_wanted FROM export_job WHERE id = ?', [$id]);
    }

    public function finish(int $id, string $state, ?string $error = null): void
    {
        $this->connection->executeStatement(
            'UPDATE export_job SET state = ?, stage = ?, progress = CASE ? WHEN ? THEN 1 ELSE progress END, error = ? WHERE id = ?',
            [$state, ucfirst($state), $state, ExportJob::DONE, null === $error ? null : mb_substr($error, 0, 2000), $id],
        );
        if (ExportJob::DONE !== $state) {
            @unlink($this->store->export($id));
        }
    }
}
