<?php

declare(strict_types=1);

namespace Tovrin\App\Doctrine;

use Doctrine\DBAL\Exception\DriverException;
use Doctrine\DBAL\Exception\NoActiveTransaction;

/** What is the matter with the disk under the database, as far as it can be told. Source: SQLite's result codes, sqlite.org/rescode.html. */
enum DatabaseTrouble: int
{
    case Busy = 5;
    case ReadOnly = 8;
    case DiskError = 10;
    case Corrupt = 11;
    case Full = 13;
    case CannotOpen = 14;

    /** Extended codes have the plain one in their last eight bits. */
    private const PLAIN = 0xFF;

    /** What is behind a failure; null when it is something else. */
    public static function behind(?\Throwable $e): ?self
    {
        for (; null !== $e; $e = $e->getPrevious()) {
            if ($e instanceof DriverException && null !== $found = self::tryFrom($e->getCode() & self::PLAIN)) {
                return $found;
            }
            if ($e instanceof NoActiveTransaction) {
                // SQLite has taken the transaction back by itself, as it does when a disk is full or fails. Source: sqlite.org/lang_transaction.html.
                return self::DiskError;
            }
            $code = $e instanceof \PDOException ? ($e->errorInfo[1] ?? null) : null;
            if (\is_int($code) && null !== $found = self::tryFrom($code & self::PLAIN)) {
                return $found;
            }
        }

        return null;
    }

    public function inWords(): string
    {
        return match ($this) {
            self::Busy => 'The server has too much to do at this moment. Nothing was changed; try again.',
            self::Full => 'The disk of the data folder is full. Nothing was changed, and what was kept before is safe. Clear finished files under “Storage”, or free some space in another way, and try again.',
            self::ReadOnly => 'The data folder cannot be written to. Nothing was changed, and what was kept before is safe. Have whoever looks after this computer check its disk and who owns the folder.',
            self::DiskError, self::CannotOpen => 'The disk of the data folder does not answer as it should, or is full. Nothing was changed. Check that it has room, is there and may be written to, and try again.',
            self::Corrupt => 'The database is damaged. Stop Tovrin and restore the last backup of the data folder; see docs/running.md.',
        };
    }
}
