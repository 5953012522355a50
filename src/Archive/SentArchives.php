<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

use Doctrine\DBAL\Connection;
use Tovrin\App\Entity\SetImport;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Library\PhotoStore;

/** The files of archives on their way in. */
final readonly class SentArchives
{
    public function __construct(private Connection $connection, private PhotoStore $store)
    {
    }

    /** @throws Refused when it is not the archive of a set, or a damaged one */
    public function open(SetImport $import): SetReader
    {
        return SetReader::open($import->path() ?? $this->store->setImport($import->id()), $import->name());
    }

    /** An archive whose photos are dealt with is needed only as long as grades in it wait for theirs. */
    public function release(int $import): void
    {
        if (false === $this->connection->fetchOne('SELECT 1 FROM awaited_grade WHERE import_id = ?', [$import])) {
            @unlink($this->store->setImport($import));
        }
    }
}
