<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Doctrine\DBAL\Connection;
use Symfony\Component\Clock\DatePoint;
use Tovrin\App\Process\Leases;
use Tovrin\App\Queue\WorkerKind;

/** Which workers there are: each says so every now and then, so that a page can say when none is. */
final readonly class Workers
{
    public function __construct(private Connection $connection)
    {
    }

    /** This process works. Forgets those that are gone. */
    public function here(WorkerKind $lane): void
    {
        foreach ($this->all() as ['name' => $name, 'seen_at' => $seenAt]) {
            if (!Leases::isAlive($name, new DatePoint($seenAt))) {
                $this->connection->executeStatement('DELETE FROM worker WHERE name = ?', [$name]);
            }
        }
        $this->connection->executeStatement('INSERT OR REPLACE INTO worker (name, lane, seen_at) VALUES (?, ?, ?)', [Leases::own(), $lane->value, Leases::at()]);
    }

    /** This process works no more. */
    public function gone(): void
    {
        $this->connection->executeStatement('DELETE FROM worker WHERE name = ?', [Leases::own()]);
    }

    /** Whether there is one that makes files of any size. */
    public function isAnyThere(): bool
    {
        foreach ($this->all() as ['name' => $name, 'lane' => $lane, 'seen_at' => $seenAt]) {
            if (WorkerKind::Any->value === $lane && Leases::isAlive($name, new DatePoint($seenAt))) {
                return true;
            }
        }

        return false;
    }

    /** @return list<array{name: string, lane: string, seen_at: string}> */
    private function all(): array
    {
        /** @var list<array{name: string, lane: string, seen_at: string}> $rows */
        $rows = $this->connection->fetchAllAssociative('SELECT name, lane, seen_at FROM worker');

        return $rows;
    }
}
