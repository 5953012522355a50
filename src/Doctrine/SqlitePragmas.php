<?php

declare(strict_types=1);

namespace Tovrin\App\Doctrine;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;

/** Sets every SQLite connection up for several processes: WAL, patience with locks, foreign keys. */
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

                return $connection;
            }
        };
    }
}
