<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Tovrin\App\Exception\UsageError;
use Tovrin\App\Queue\QueueDsn;

/** What the owner of an installation may set for its web server, in the environment. */
final readonly class Settings
{
    /** Names that this computer has for itself. */
    public const OWN_HOSTS = ['localhost', '127.0.0.1'];
    private const KEY_LEAST = 16;

    /**
     * @param list<string> $hosts further names it answers by
     * @param string|null  $key   what every request must carry
     * @param bool         $worksElsewhere whether this machine leaves to others all that others can do
     */
    private function __construct(public array $hosts, public ?string $key, public bool $worksElsewhere)
    {
    }

    /** @throws UsageError naming the setting */
    public static function read(): self
    {
        $hosts = self::hosts();
        foreach ($hosts as $host) {
            if (1 !== preg_match('/^[a-z0-9]([a-z0-9.-]*[a-z0-9])?$/D', $host)) {
                throw new UsageError(\sprintf('TOVRIN_HOSTS: "%s" is no name of a computer. Give names alone, with commas between them, such as grades.example.org.', $host));
            }
        }
        $key = (string) getenv('TOVRIN_KEY');
        if ('' !== $key && 1 !== preg_match('/^[A-Za-z0-9_-]{'.self::KEY_LEAST.',200}$/D', $key)) {
            throw new UsageError(\sprintf('TOVRIN_KEY: give at least %d letters, digits, "-" and "_"; "openssl rand -hex 24" makes a good one.', self::KEY_LEAST));
        }

        self::refuseQueue((string) getenv('TOVRIN_QUEUE'));
        $workers = (string) getenv('TOVRIN_WORKERS');
        if (!\in_array($workers, ['', 'here', 'elsewhere'], true)) {
            throw new UsageError(\sprintf('TOVRIN_WORKERS: "%s" is not possible. Give "here", or "elsewhere" for a machine that has others make its files.', $workers));
        }

        return new self($hosts, '' === $key ? null : $key, 'elsewhere' === $workers);
    }

    private static function refuseQueue(string $queue): void
    {
        if (QueueDsn::isPostgreSql($queue) && !\extension_loaded('pdo_pgsql')) {
            throw new UsageError('TOVRIN_QUEUE names a PostgreSQL server, which this PHP cannot speak to. Install Debian\'s package php-pgsql.');
        }
        if ('' !== $queue && !QueueDsn::isPostgreSql($queue) && !str_contains($queue, '{room}')) {
            throw new UsageError(QueueDsn::wrong('TOVRIN_QUEUE'));
        }
    }

    /** @return list<string> in small letters, as they were given */
    public static function hosts(): array
    {
        return array_values(array_filter(array_map(trim(...), explode(',', strtolower((string) getenv('TOVRIN_HOSTS')))), static fn (string $host): bool => '' !== $host));
    }
}
