<?php

declare(strict_types=1);

namespace Tovrin\App\Repository;

use Doctrine\DBAL\Connection;

/** What is set for all sets together, by name. */
final readonly class KeptSettings
{
    public function __construct(private Connection $connection)
    {
    }

    public function get(string $name): ?string
    {
        $value = $this->connection->fetchOne('SELECT value FROM setting WHERE name = ?', [$name]);

        return \is_string($value) ? $value : null;
    }

    /** @param string|null $value null forgets it */
    public function set(string $name, ?string $value): void
    {
        if (null === $value) {
            $this->connection->executeStatement('DELETE FROM setting WHERE name = ?', [$name]);
        } else {
            $this->connection->executeStatement('INSERT OR REPLACE INTO setting (name, value) VALUES (?, ?)', [$name, $value]);
        }
    }
}
