<?php

declare(strict_types=1);

namespace Tovrin\App\Workers;

use Doctrine\DBAL\Connection;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Process\Leases;

/** Keys by which workers elsewhere may ask for work. Any number of workers may share one; only its digest is kept. */
final readonly class WorkerKeys
{
    /** Bytes of chance in a key: none is ever guessed. */
    private const BYTES = 24;
    /** How often it is written down that a key is used. */
    private const NOTED_SECONDS = 60;

    public function __construct(private Connection $connection)
    {
    }

    /**
     * @param string $name for people
     *
     * @return string the key, which is told this once
     *
     * @throws Refused when there is one of that name
     */
    public function add(string $name): string
    {
        $name = trim($name);
        if ('' === $name || mb_strlen($name) > 80) {
            throw new Refused('Give the key a name of 1 to 80 characters, such as that of the machine it is for.');
        }
        if (false !== $this->connection->fetchOne('SELECT 1 FROM worker_key WHERE name = ?', [$name])) {
            throw new Refused(\sprintf('There is a key named "%s". Choose another name, or revoke that one first.', $name));
        }
        $key = bin2hex(random_bytes(self::BYTES));
        $this->connection->executeStatement('INSERT INTO worker_key (name, digest, made_at) VALUES (?, ?, ?)', [$name, hash('sha256', $key), Leases::at()]);

        return $key;
    }

    /** @throws Refused when there is none of that name */
    public function revoke(string $name): void
    {
        if (0 === $this->connection->executeStatement('DELETE FROM worker_key WHERE name = ?', [trim($name)])) {
            throw new Refused(\sprintf('There is no key named "%s".', $name));
        }
    }

    /** @return list<array{name: string, made_at: string, used_at: string|null}> */
    public function all(): array
    {
        /** @var list<array{name: string, made_at: string, used_at: string|null}> $rows */
        $rows = $this->connection->fetchAllAssociative('SELECT name, made_at, used_at FROM worker_key ORDER BY name');

        return $rows;
    }

    /** The number of a key; null when there is no such key, or it was revoked. */
    public function find(string $key): ?int
    {
        $row = $this->connection->fetchAssociative('SELECT id, used_at FROM worker_key WHERE digest = ?', [hash('sha256', $key)]);
        if (false === $row || !is_numeric($row['id'])) {
            return null;
        }
        if (!\is_string($row['used_at']) || $row['used_at'] < Leases::at(-self::NOTED_SECONDS)) {
            $this->connection->executeStatement('UPDATE worker_key SET used_at = ? WHERE id = ?', [Leases::at(), $row['id']]);
        }

        return (int) $row['id'];
    }
}
