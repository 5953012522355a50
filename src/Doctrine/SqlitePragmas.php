<?php

declare(strict_types=1);

namespace Tovrin\App\Doctrine;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Exception;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;

/**
 * Sets every SQLite connection up for several processes: WAL, patience with locks, foreign keys, and transactions that
 * take the write lock when they begin. One that reads first and asks for the lock later is refused at once, without any
 * patience, when another process has written in between.
 */
final class SqlitePragmas implements Middleware
{
    public function wrap(Driver $driver): Driver
    {
        return new class($driver) extends AbstractDriverMiddleware {
            public function connect(
                #[\SensitiveParameter]
                array $params,
            ): Connection {
                $connection = parent::connect($params);
                $connection->exec('PRAGMA busy_timeout = 10000');
                $connection->exec('PRAGMA journal_mode = WAL');
                $connection->exec('PRAGMA synchronous = NORMAL');
                $connection->exec('PRAGMA foreign_keys = ON');

                return new class($connection) extends AbstractConnectionMiddleware {
                    public function beginTransaction(): void
                    {
                        // PDO has to know of the transaction, and can only begin one that takes the lock later.
                        parent::beginTransaction();
                        $this->exec('COMMIT');
                        try {
                            $this->exec('BEGIN IMMEDIATE');
                        } catch (Exception $e) {
                            $this->exec('BEGIN');
                            parent::rollBack();
                            throw $e;
                        }
                    }

                    public function rollBack(): void
                    {
                        try {
                            parent::rollBack();
                        } catch (Exception $e) {
                            // On a full disk the database has taken it back by itself; what is to be told is why.
                            if (!str_contains($e->getMessage(), 'no active transaction')) {
                                throw $e;
                            }
                        }
                    }
                };
            }
        };
    }
}
