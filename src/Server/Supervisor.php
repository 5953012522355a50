<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Symfony\Component\Process\Process;

/**
 * Keeps the web server and the two export workers running, and stops all of them cleanly.
 *
 * Each child leads a session of its own (setsid, from util-linux), so that what it starts ends with it.
 */
final class Supervisor
{
    private const WEB_WORKERS = 4;
    private const GRACE_SECONDS = 8.0;
    /** A worker that ends so often within these seconds is not started again. */
    private const RESTARTS = 3;
    private const RESTART_SECONDS = 30.0;

    /** @var array<string, Process> */
    private array $children = [];
    /** @var array<string, list<float>> when each was started lately */
    private array $starts = [];
    private bool $stopping = false;

    /** @param array<string, list<string>> $workers command lines of the workers, by name */
    public function __construct(private readonly string $projectDir, private readonly string $host, private readonly int $port, private readonly string $errorLog, private readonly array $workers)
    {
    }

    /**
     * Runs until SIGINT or SIGTERM, or until the web server dies.
     *
     * @param callable(string): void $say   told what happens
     * @param callable(): void       $ready called once the address answers
     *
     * @return int exit code
     */
    public function run(callable $say, callable $ready): int
    {
        $probe = @stream_socket_server(\sprintf('tcp://%s:%d', $this->host, $this->port), $code, $reason);
        if (false === $probe) {
            $say(\sprintf('Port %d is taken (%s). Choose another one: bin/tovrin serve --port %d, or make demo PORT=%2$d.', $this->port, strtolower((string) $reason), $this->port + 1));

            return 1;
        }
        fclose($probe);
        pcntl_async_signals(true);
        foreach ([\SIGINT, \SIGTERM, \SIGHUP] as $signal) {
            pcntl_signal($signal, function (): void {
                $this->stopping = true;
            });
        }
        $this->children['web'] = $this->web();
        foreach (array_keys($this->workers) as $name) {
            $this->start($name, $say);
        }
        $announced = false;
        while (!$this->stopping) {
            if (!$this->children['web']->isRunning()) {
                $say(\sprintf('The web server has stopped unexpectedly; see %s.', $this->errorLog));
                $this->stop();

                return 1;
            }
            foreach ($this->children as $name => $child) {
                if ('web' !== $name && !$child->isRunning()) {
                    unset($this->children[$name]);
                    $this->start($name, $say);
                }
            }
            if (!$announced && $this->answers()) {
                $announced = true;
                $ready();
            }
            usleep($announced ? 200_000 : 50_000);
        }
        $say('Stopping …');
        $this->stop();

        return 0;
    }

    /** @param callable(string): void $say */
    private function start(string $name, callable $say): void
    {
        $recent = array_values(array_filter($this->starts[$name] ?? [], static fn (float $t): bool => $t > microtime(true) - self::RESTART_SECONDS));
        if (\count($recent) >= self::RESTARTS) {
            $say('An export worker stops again and again; exports wait until "bin/tovrin work" runs.');

            return;
        }
        $this->starts[$name] = [...$recent, microtime(true)];
        $worker = $this->process([...$this->options(), ...$this->workers[$name]]);
        $worker->start(static function (string $type, string $text) use ($say): void {
            foreach (preg_split('/\R/', trim($text)) ?: [] as $line) {
                $say($line);
            }
        });
        $this->children[$name] = $worker;
    }

    private function web(): Process
    {
        $web = $this->process(
            [...$this->options(), '-d', 'log_errors=1', '-d', 'error_log='.$this->errorLog, '-S', $this->host.':'.$this->port, '-t', $this->projectDir.'/public', $this->projectDir.'/public/router.php'],
            ['PHP_CLI_SERVER_WORKERS' => (string) self::WEB_WORKERS],
        );
        // PHP's server reports every connection; errors of the application go to a log of their own.
        $web->disableOutput();
        $web->start();

        return $web;
    }

    /**
     * @param list<string>          $arguments
     * @param array<string, string> $environment
     */
    private function process(array $arguments, array $environment = []): Process
    {
        return new Process(['setsid', \PHP_BINARY, ...$arguments], $this->projectDir, $environment, null, null);
    }

    /** @return list<string> */
    private function options(): array
    {
        return preg_split('/\s+/', trim((string) getenv('TOVRIN_PHP_OPTIONS')), -1, \PREG_SPLIT_NO_EMPTY) ?: [];
    }

    private function answers(): bool
    {
        $context = stream_context_create(['http' => ['timeout' => 5.0, 'ignore_errors' => true]]);

        return '{"ok":true}' === @file_get_contents(\sprintf('http://%s:%d/api/health', $this->host, $this->port), false, $context);
    }

    private function stop(): void
    {
        $groups = array_filter(array_map(static fn (Process $child): ?int => $child->getPid(), $this->children));
        foreach ($groups as $group) {
            posix_kill(-$group, \SIGTERM);
        }
        $deadline = microtime(true) + self::GRACE_SECONDS;
        while ([] !== array_filter($this->children, static fn (Process $child): bool => $child->isRunning()) && microtime(true) < $deadline) {
            usleep(50_000);
        }
        foreach ($groups as $group) {
            // The leader is gone, or late; whatever it started goes with it.
            @posix_kill(-$group, \SIGKILL);
        }
    }
}
