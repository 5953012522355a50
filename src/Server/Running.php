<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Symfony\Component\Filesystem\Exception\IOException;
use Symfony\Component\Filesystem\Filesystem;
use Tovrin\App\Process\Leases;
use Tovrin\App\Process\ProcessState;

/** Who serves a data folder, and what it has started, so that the next one finds what was left when it was killed. */
final class Running
{
    private const GRACE_SECONDS = 3.0;

    /** @var array<string, string> the leaders of the groups of processes that were started, as Leases names them, by program */
    private array $leaders = [];
    private bool $isWritten = true;

    public function __construct(private readonly string $dataDir, private readonly int $port)
    {
    }

    /** The port that a living server of this data folder has; null when there is none. */
    public static function portOf(string $dataDir): ?int
    {
        $told = self::read($dataDir);

        return null !== $told && Leases::isAlive($told['server'], null) ? $told['port'] : null;
    }

    /** Ends what a server that was killed has left running. */
    public static function endLeftovers(string $dataDir): void
    {
        $leaders = self::read($dataDir)['leaders'] ?? [];
        $groups = [];
        foreach ($leaders as $leader) {
            $group = Leases::processOf($leader);
            // The leader itself may be gone while others of its group live: numbers of groups are not used again until all are gone.
            if (null !== $group && (Leases::isAlive($leader, null) || ([] === self::startedOtherwise($group)))) {
                $groups[] = $group;
            }
        }
        self::end($groups);
    }

    public function started(string $program, int $pid): void
    {
        $this->leaders[$program] = Leases::of($pid);
        $this->isWritten = false;
        $this->write();
    }

    /** Writes down what is not written yet; on a full disk it has to be tried again later. */
    public function write(): void
    {
        if ($this->isWritten) {
            return;
        }
        try {
            (new Filesystem())->dumpFile(self::path($this->dataDir), json_encode(['server' => Leases::own(), 'port' => $this->port, 'leaders' => $this->leaders], \JSON_THROW_ON_ERROR));
            $this->isWritten = true;
        } catch (IOException) {
            // Only the start after a kill of this process needs it.
        }
    }

    public function stopped(): void
    {
        @unlink(self::path($this->dataDir));
    }

    /**
     * Asks groups of processes to end, and ends them.
     *
     * @param list<int> $groups
     */
    public static function end(array $groups, float $grace = self::GRACE_SECONDS): void
    {
        foreach ($groups as $group) {
            @posix_kill(-$group, \SIGTERM);
        }
        $deadline = hrtime(true) / 1e9 + $grace;
        while ([] !== array_filter($groups, static fn (int $group): bool => [] !== self::membersOf($group)) && hrtime(true) / 1e9 < $deadline) {
            usleep(20_000);
        }
        foreach ($groups as $group) {
            @posix_kill(-$group, \SIGKILL);
        }
    }

    /** @return list<int> those that live; those that wait to be looked after do not count */
    public static function membersOf(int $group): array
    {
        $members = [];
        foreach (glob('/proc/[0-9]*') ?: [] as $path) {
            $pid = (int) basename($path);
            if (ProcessState::of($pid)?->group === $group) {
                $members[] = $pid;
            }
        }

        return $members;
    }

    /** @return list<int> members of a group that have nothing to do with this installation: they work elsewhere */
    private static function startedOtherwise(int $group): array
    {
        return array_values(array_filter(self::membersOf($group), static fn (int $pid): bool => !str_starts_with((string) @readlink("/proc/$pid/cwd"), \dirname(__DIR__, 2))));
    }

    /** @return array{server: string, port: int, leaders: array<string, string>}|null */
    private static function read(string $dataDir): ?array
    {
        $told = json_decode((string) @file_get_contents(self::path($dataDir)), true);
        if (!\is_array($told) || !\is_string($told['server'] ?? null) || !\is_int($told['port'] ?? null) || !\is_array($told['leaders'] ?? null)) {
            return null;
        }
        $leaders = [];
        foreach ($told['leaders'] as $program => $leader) {
            if (\is_string($leader)) {
                $leaders[(string) $program] = $leader;
            }
        }

        return ['server' => $told['server'], 'port' => $told['port'], 'leaders' => $leaders];
    }

    private static function path(string $dataDir): string
    {
        return WebServer::runDir($dataDir).'/served.json';
    }
}
