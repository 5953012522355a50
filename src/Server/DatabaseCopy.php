<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Doctrine\DBAL\Connection;

/** The database as it is at one moment, as a file of its own, also while it is worked on. */
final class DatabaseCopy
{
    /**
     * @param string $path of the copy, over what is there; it is whole or not there
     *
     * @throws \Doctrine\DBAL\Exception when there is no room
     */
    public static function write(Connection $connection, string $path): void
    {
        $part = $path.'.part';
        @unlink($part);
        try {
            $connection->executeStatement('VACUUM INTO ?', [$part]);
            rename($part, $path);
        } finally {
            @unlink($part);
        }
    }
}
