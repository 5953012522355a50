<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Doctrine\DBAL\Connection;
use Tovrin\App\Photo\PhotoStore;
use Tovrin\App\Photo\TableFiles;

/** Clears away what was removed some days ago, and files that belong to nothing. Runs when the server starts. */
final readonly class Housekeeping
{
    /** For so long a removed photo or set can be brought back. */
    public const KEPT_DAYS = 7;
    /** An unfinished upload this old has no sender any more, in seconds. */
    private const UPLOAD_SECONDS = 86_400;

    public function __construct(private Connection $connection, private PhotoStore $store, private TableFiles $tables)
    {
    }

    public function clear(\DateTimeImmutable $now = new \DateTimeImmutable()): void
    {
        $before = $now->modify(\sprintf('-%d days', self::KEPT_DAYS))->format('Y-m-d H:i:s');
        $gone = $this->connection->fetchFirstColumn('SELECT store_key FROM photo JOIN photo_set ON photo_set.id = set_id WHERE photo.removed_at < ? OR photo_set.removed_at < ?', [$before, $before]);
        // The rows first: a folder without a row is swept below, a row without a folder would be a broken photo.
        $this->connection->executeStatement('DELETE FROM photo WHERE removed_at < ?', [$before]);
        $this->connection->executeStatement('DELETE FROM photo_set WHERE removed_at < ?', [$before]);
        foreach (['grade_version', 'own_look'] as $table) {
            $this->connection->executeStatement("DELETE FROM $table WHERE removed_at < ?", [$before]);
        }
        $this->connection->executeStatement('DELETE FROM delivery WHERE NOT EXISTS (SELECT 1 FROM export_job WHERE delivery_id = delivery.id)');
        foreach ($gone as $key) {
            if (\is_string($key)) {
                $this->store->remove($key);
            }
        }
        $exports = array_flip(array_map(static fn (mixed $id): string => \is_scalar($id) ? (string) $id : '', $this->connection->fetchFirstColumn('SELECT id FROM export_job')));
        foreach ($this->store->exports() as $id) {
            if (!isset($exports[$id])) {
                @unlink($this->store->export((int) $id));
            }
        }
        $this->tables->sweep();
        foreach ($this->store->uploads() as $path) {
            if ((int) @filemtime($path) < $now->getTimestamp() - self::UPLOAD_SECONDS) {
                @unlink($path);
            }
        }
    }
}
