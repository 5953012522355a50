<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception;

/** A connection to the queue's server. Whoever is not connected any more listens to nothing: that needs not be said, and must not fail at the end of a process. */
final class QueueConnection extends Connection
{
    public function executeStatement(string $sql, array $params = [], array $types = []): int|string
    {
        if (!str_starts_with($sql, 'UNLISTEN ')) {
            return parent::executeStatement($sql, $params, $types);
        }
        try {
            return $this->isConnected() ? parent::executeStatement($sql, $params, $types) : 0;
        } catch (Exception) {
            $this->close();

            return 0;
        }
    }
}
