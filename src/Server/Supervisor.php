<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

/**
 * Keeps the web server and the export worker running, and stops both cleanly.
 *
 * Each child leads a process group of its own, so that the web server's workers end with it.
 */
final class Supervisor
{
    private const WEB_WORKERS = 4;
    private const GRACE_SECONDS = 8.0;

    /** @var array<string, int> process id by name */
    private array $children = [];
    private bool $stopping = false;

    public function __construct(private readonly string $projectDir, private readonly string $host, private readonly int $port, private readonly string $errorLog)
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
        $this->start('web');
        $this->start('work');
        $announced = false;
        $workerStarts = [microtime(true)];
        $exit = 0;
        while (!$this->stopping) {
            $pid = pcntl_waitpid(-1, $status, \WNOHANG);
            if ($pid > 0) {
                $name = array_search($pid, $this->children, true);
                if ('web' === $name) {
                    unset($this->children['web']);
                    $say(\sprintf('The web server has stopped unexpectedly; see %s.', $this->errorLog));
                    $exit = 1;
                    break;
                }
                if ('work' === $name) {
                    unset($this->children['work']);
                    $workerStarts = array_values(array_filter($workerStarts, static fn (float $t): bool => $t > microtime(true) - 30.0));
                    if (\count($workerStarts) >= 3) {
                        $say('The export worker stops again and again; exports wait until "bin/tovrin work" runs.');
                    } else {
                        $workerStarts[] = microtime(true);
                        $this->start('work');
                    }
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

        return $exit;
    }

    private function start(string $name): void
    {
        $options = preg_split('/\s+/', trim((string) getenv('TOVRIN_PHP_OPTIONS')), -1, \PREG_SPLIT_NO_EMPTY) ?: [];
        $arguments = 'web' === $name
            ? [...$options, '-d', 'log_errors=1', '-d', 'error_log='.$this->errorLog, '-S', $this->host.':'.$this->port, '-t', $this->projectDir.'/public', $this->projectDir.'/public/router.php']
            : [...$options, $this->projectDir.'/bin/tovrin.php', 'work'];
        $environment = getenv();
        if ('web' === $name) {
            $environment['PHP_CLI_SERVER_WORKERS'] = (string) self::WEB_WORKERS;
        }
        $pid = pcntl_fork();
        if (-1 === $pid) {
            throw new \RuntimeException('The system allows no further process.');
        }
        if (0 === $pid) {
            posix_setsid();
            if ('web' === $name) {
                // PHP's server reports every connection; errors of the application go to a log of their own.
                fclose(\STDOUT);
                fclose(\STDERR);
                $silenced = [fopen('/dev/null', 'w'), fopen('/dev/null', 'w')];
            }
            pcntl_exec(\PHP_BINARY, $arguments, $environment);
            exit(127);
        }
        $this->children[$name] = $pid;
    }

    private function answers(): bool
    {
        $context = stream_context_create(['http' => ['timeout' => 5.0, 'ignore_errors' => true]]);

        return '{"ok":true}' === @file_get_contents(\sprintf('http://%s:%d/api/health', $this->host, $this->port), false, $context);
    }

    private function stop(): void
    {
        foreach ($this->children as $pid) {
            posix_kill(-$pid, \SIGTERM);
        }
        $deadline = microtime(true) + self::GRACE_SECONDS;
        while ([] !== $this->children && microtime(true) < $deadline) {
            foreach ($this->children as $name => $pid) {
                if (0 !== pcntl_waitpid($pid, $status, \WNOHANG)) {
                    // The leader is gone; whatever it started goes with it.
                    @posix_kill(-$pid, \SIGKILL);
                    unset($this->children[$name]);
                }
            }
            usleep(50_000);
        }
        foreach ($this->children as $pid) {
            posix_kill(-$pid, \SIGKILL);
        }
    }
}
