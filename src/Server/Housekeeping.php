<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Doctrine\DBAL\Connection;
use Symfony\Component\Clock\DatePoint;
use Symfony\Component\DependencyInjection\Attribute\AutowireServiceClosure;
use Tovrin\App\Delivery\AllowedFolder;
use Tovrin\App\Delivery\DeliverTo;
use Tovrin\App\Entity\ExportJob;
use Tovrin\App\Entity\GradeJobPhoto;
use Tovrin\App\Entity\SetImport;
use Tovrin\App\Files\OwnedName;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Library\TableFiles;
use Tovrin\App\Machines\WorkLeases;

/** Clears away what was removed or finished some days ago, and files that belong to nothing. Runs when the server starts, and every hour. */
final readonly class Housekeeping
{
    /** For so long a removed photo or set can be brought back. */
    public const KEPT_DAYS = 7;
    /** For so long finished files are kept for fetching. */
    public const FINISHED_DAYS = 14;

    /** @param \Closure(): AllowedFolder $folder looked at only where something was delivered there */
    public function __construct(private Connection $connection, private PhotoStore $store, private TableFiles $tables, private WorkLeases $leases, #[AutowireServiceClosure(AllowedFolder::class)] private \Closure $folder)
    {
    }

    public function clear(\DateTimeImmutable $now = new DatePoint()): void
    {
        $before = static fn (int $days): string => $now->modify(\sprintf('-%d days', $days))->format('Y-m-d H:i:s');
        $this->clearRemoved($before(self::KEPT_DAYS));
        $this->clearFinished($before(self::FINISHED_DAYS));
        $this->connection->executeStatement('DELETE FROM grade_job WHERE made_at < ? AND NOT EXISTS (SELECT 1 FROM grade_job_photo WHERE job_id = grade_job.id AND state = ?)', [$before(self::FINISHED_DAYS), GradeJobPhoto::WAITING]);
        $this->clearImports($before(self::FINISHED_DAYS));
        $this->leases->forgetEnded();
        $this->sweep();
    }

    /** @param string $before when it was begun. Those whose grades wait for photos stay as long as their set does. */
    private function clearImports(string $before): void
    {
        $this->connection->executeStatement('DELETE FROM set_import WHERE made_at < ? AND worker IS NULL AND state <> ? AND NOT EXISTS (SELECT 1 FROM awaited_grade WHERE import_id = set_import.id)', [$before, SetImport::WAITING]);
    }

    /** @param string $before when it was removed */
    public function clearRemoved(string $before): void
    {
        $gone = $this->connection->fetchFirstColumn('SELECT store_key FROM photo JOIN photo_set ON photo_set.id = set_id WHERE photo.removed_at < ? OR photo_set.removed_at < ?', [$before, $before]);
        // The rows first: a folder without a row is swept below, a row without a folder would be a broken photo.
        $this->connection->transactional(function () use ($before): void {
            $this->connection->executeStatement('DELETE FROM photo WHERE removed_at < ?', [$before]);
            $this->connection->executeStatement('DELETE FROM photo_set WHERE removed_at < ?', [$before]);
            foreach (['grade_version', 'own_look', 'delivery_preset'] as $table) {
                $this->connection->executeStatement("DELETE FROM $table WHERE removed_at < ?", [$before]);
            }
        });
        foreach ($gone as $key) {
            if (\is_string($key)) {
                $this->store->remove($key);
            }
        }
    }

    /** @param string $before when the last file of a delivery was finished */
    public function clearFinished(string $before): void
    {
        $old = 'NOT EXISTS (SELECT 1 FROM export_job WHERE delivery_id = delivery.id AND (state IN (?, ?) OR COALESCE(export_job.made_at, export_job.seen_at, delivery.made_at) >= ?))';
        $files = $this->connection->fetchFirstColumn("SELECT export_job.id FROM export_job JOIN delivery ON delivery.id = delivery_id WHERE $old", [ExportJob::QUEUED, ExportJob::RUNNING, $before]);
        // The files first: on a full disk the database can only forget them once there is room.
        foreach ($files as $id) {
            @unlink($this->store->export(is_numeric($id) ? (int) $id : 0));
        }
        $this->connection->executeStatement("DELETE FROM delivery WHERE $old", [ExportJob::QUEUED, ExportJob::RUNNING, $before]);
    }

    /** Files that belong to nothing: left by what was killed, or by what was removed. */
    public function sweep(): void
    {
        $this->sweepFolders();
        $exports = $this->known('SELECT id FROM export_job');
        foreach ($this->store->exports() as $id) {
            if (!isset($exports[$id])) {
                @unlink($this->store->export((int) $id));
            }
        }
        // Files are listed first: what comes in between is known to neither list.
        $archives = $this->store->setImports();
        $imports = $this->known('SELECT id FROM set_import');
        foreach ($archives as $id) {
            if (!isset($imports[$id])) {
                @unlink($this->store->setImport((int) $id));
            }
        }
        $this->tables->sweep();
        foreach ($this->store->unfinished() as $path) {
            if (OwnedName::isAbandoned($path)) {
                @unlink($path);
            }
        }
        $this->sweepDeliveries();
    }

    /** Unfinished files in the folder of deliveries carry the numbers of their jobs. */
    private function sweepDeliveries(): void
    {
        if (false === $this->connection->fetchOne('SELECT 1 FROM delivery WHERE destination = ? LIMIT 1', [DeliverTo::Folder->value])) {
            return;
        }
        $wanted = $this->known('SELECT id FROM export_job WHERE state IN (?, ?)', [ExportJob::QUEUED, ExportJob::RUNNING]);
        foreach (($this->folder)()->unfinished() as $path => $job) {
            if (!\array_key_exists((string) $job, $wanted)) {
                @unlink($path);
            }
        }
    }

    private function sweepFolders(): void
    {
        // Folders are listed first: what comes in between is known to neither list.
        $folders = $this->store->keys();
        $known = $this->known('SELECT store_key FROM photo');
        foreach ($folders as $key) {
            if (!isset($known[$key]) && $this->store->isAbandoned($key)) {
                $this->store->remove($key);
            }
        }
    }

    /**
     * @param list<mixed> $values
     *
     * @return array<string, int>
     */
    private function known(string $query, array $values = []): array
    {
        return array_flip(array_map(static fn (mixed $one): string => \is_scalar($one) ? (string) $one : '', $this->connection->fetchFirstColumn($query, $values)));
    }
}
