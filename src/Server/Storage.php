<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Doctrine\DBAL\Connection;
use Symfony\Component\Clock\DatePoint;
use Tovrin\App\Entity\ExportJob;
use Tovrin\App\Library\PhotoStore;

/** What room the data takes, and how to make some. */
final readonly class Storage
{
    public function __construct(private Connection $connection, private PhotoStore $store, private Housekeeping $housekeeping)
    {
    }

    public function view(): StorageView
    {
        $photos = $removed = ['count' => 0, 'bytes' => 0];
        /** @var list<array{store_key: string, gone: int}> $rows */
        $rows = $this->connection->fetchAllAssociative('SELECT store_key, photo.removed_at IS NOT NULL OR photo_set.removed_at IS NOT NULL AS gone FROM photo JOIN photo_set ON photo_set.id = set_id');
        foreach ($rows as ['store_key' => $key, 'gone' => $gone]) {
            $size = $this->store->size($key);
            if (1 === $gone) {
                $removed = ['count' => $removed['count'] + 1, 'bytes' => $removed['bytes'] + $size];
            } else {
                $photos = ['count' => $photos['count'] + 1, 'bytes' => $photos['bytes'] + $size];
            }
        }
        $finished = array_map(fn (string $id): string => $this->store->export((int) $id), $this->store->exports());
        $under = $this->connection->fetchOne('SELECT COUNT(DISTINCT delivery_id) FROM export_job WHERE state IN (?, ?)', [ExportJob::QUEUED, ExportJob::RUNNING]);

        return new StorageView($photos['count'], $photos['bytes'], $removed['count'], $removed['bytes'], \count($finished), PhotoStore::sizeOf($finished), PhotoStore::sizeOf($this->store->remakeable()), $this->store->freeRoom(), is_numeric($under) && (int) $under > 0);
    }

    public function clear(Clearable $what): void
    {
        $all = (new DatePoint('+1 day'))->format('Y-m-d H:i:s');
        match ($what) {
            Clearable::Finished => $this->housekeeping->clearFinished($all),
            Clearable::Removed => $this->housekeeping->clearRemoved($all),
            Clearable::Remakeable => array_map(static fn (string $path): bool => @unlink($path), $this->store->remakeable()),
        };
    }
}
