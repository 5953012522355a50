<?php

declare(strict_types=1);

namespace Tovrin\App\Export;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Tovrin\App\Entity\ExportJob;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Photo\PhotoStore;
use Tovrin\App\Request\ExportFormat;

/** The table of exports: asked for by the studio, claimed by the workers. */
final readonly class ExportQueue
{
    private const EXTENSIONS = ['jpeg' => '.jpg', 'png' => '.png', 'cube' => '.cube', 'icc' => '.icc', 'hald' => '-hald.png'];
    /** Packing a PNG takes about three times as long as a JPEG; a table of the grade a few seconds whatever the photo. */
    private const PNG_COST = 3;
    private const TABLE_COST = 4;
    private const LATEST = 20;

    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private PhotoStore $store)
    {
    }

    /** @param string $look the grade as a look file */
    public function ask(Photo $photo, string $look, ExportFormat $format, int $quality, int $lattice): ExportJob
    {
        $name = pathinfo($photo->name(), \PATHINFO_FILENAME).self::EXTENSIONS[$format->value];
        $megapixels = (int) ceil($photo->width() * $photo->height() / 1e6);
        $cost = match ($format) {
            ExportFormat::Jpeg => $megapixels,
            ExportFormat::Png => self::PNG_COST * $megapixels,
            default => self::TABLE_COST,
        };
        $job = new ExportJob($photo, $look, $format->value, $quality, $lattice, $name, $cost);
        $this->entities->persist($job);
        $this->entities->flush();

        return $job;
    }

    /** The export as it is now; null when it is gone, or its photo was removed. */
    public function job(int $id): ?ExportJob
    {
        $job = $this->entities->find(ExportJob::class, $id);
        if (null !== $job) {
            // The worker writes past this process's memory of it.
            $this->entities->refresh($job);
        }

        return null === $job || $job->photo()->isRemoved() ? null : $job;
    }

    /** @return list<ExportJob> newest first */
    public function latest(): array
    {
        return array_values(array_filter(
            $this->entities->getRepository(ExportJob::class)->findBy([], ['id' => 'DESC'], self::LATEST),
            static fn (ExportJob $job): bool => !$job->photo()->isRemoved(),
        ));
    }

    /** Stops a job: at once when it waits, at the worker's next look when it runs. */
    public function cancel(int $id): void
    {
        $this->cancelWhere('id = ?', $id);
    }

    public function cancelAllOf(Photo $photo): void
    {
        $this->cancelWhere('photo_id = ?', $photo->id());
    }

    /** Takes the least costly waiting job, in one statement, so that no two workers get the same. */
    public function claim(Lane $lane): ?int
    {
        $waiting = 'SELECT id FROM export_job WHERE state = ? AND cost <= ? ORDER BY cost, id LIMIT 1';
        $which = [ExportJob::QUEUED, $lane->most() ?? \PHP_INT_MAX];
        // A look first: asking for the write lock several times a second would keep others waiting for nothing.
        if (false === $this->connection->fetchOne($waiting, $which)) {
            return null;
        }
        $id = $this->connection->fetchOne(
            "UPDATE export_job SET state = ?, stage = ?, worker = ?, progress = 0 WHERE id = ($waiting) RETURNING id",
            [ExportJob::RUNNING, 'Starting', $lane->value, ...$which],
        );

        return is_numeric($id) ? (int) $id : null;
    }

    /** Puts jobs back that the worker of a lane died on. Only to be called by the one worker of that lane. */
    public function requeueAbandoned(Lane $lane): void
    {
        $this->connection->executeStatement('UPDATE export_job SET state = ?, worker = NULL WHERE state = ? AND COALESCE(worker, ?) = ?', [ExportJob::QUEUED, ExportJob::RUNNING, Lane::Any->value, $lane->value]);
    }

    /**
     * Records how far a running job is.
     *
     * @return bool false when it is to be stopped: somebody asked for it, or its photo was removed
     */
    public function progress(int $id, string $stage, float $share): bool
    {
        $this->connection->executeStatement('UPDATE export_job SET stage = ?, progress = ? WHERE id = ?', [$stage, $share, $id]);

        return '1' === (string) $this->text('SELECT NOT export_job.cancel_wanted AND photo.removed_at IS NULL FROM export_job JOIN photo ON photo.id = photo_id WHERE export_job.id = ?', $id);
    }

    public function finish(int $id, string $state, ?string $error = null): void
    {
        $this->connection->executeStatement(
            'UPDATE export_job SET state = ?, stage = ?, worker = NULL, progress = CASE ? WHEN ? THEN 1 ELSE progress END, error = ? WHERE id = ?',
            [$state, ucfirst($state), $state, ExportJob::DONE, null === $error ? null : mb_substr($error, 0, 2000), $id],
        );
        if (ExportJob::DONE !== $state) {
            @unlink($this->store->export($id));
        }
    }

    private function cancelWhere(string $condition, int $value): void
    {
        $this->connection->executeStatement(
            'UPDATE export_job SET cancel_wanted = 1, state = CASE state WHEN ? THEN ? ELSE state END WHERE '.$condition.' AND state IN (?, ?)',
            [ExportJob::QUEUED, ExportJob::CANCELLED, $value, ExportJob::QUEUED, ExportJob::RUNNING],
        );
    }

    private function text(string $query, int $id): ?string
    {
        $value = $this->connection->fetchOne($query, [$id]);

        return \is_scalar($value) ? (string) $value : null;
    }
}
