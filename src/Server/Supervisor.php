<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Symfony\Component\Process\Process;

/**
 * Keeps programs running, and stops all of them cleanly. Nothing that it writes may end it: neither a full disk nor a terminal
 * that is gone.
 *
 * Each leads a session of its own (setsid, from util-linux), so that what it starts ends with it; and each is told to end by
 * the system when this process dies, however that happens (setpriv, from util-linux).
 */
final class Supervisor
{
    private const GRACE_SECONDS = 8.0;
    /** A program that ends so often within these seconds is given a rest. */
    private const RESTARTS = 5;
    private const RESTART_SECONDS = 20.0;

    /** @var array<string, Process> */
    private array $children = [];
    /** @var array<string, int> the groups of processes */
    private array $leaders = [];
    /** @var array<string, list<float>> when each was started lately */
    private array $starts = [];
    /** @var array<string, true> those that rest, and were told of */
    private array $resting = [];
    private bool $stopping = false;
    private readonly Running $running;

    /** @param list<Program> $programs */
    public function __construct(private readonly string $projectDir, private readonly string $dataDir, private readonly int $port, private readonly array $programs, private readonly ?string $key)
    {
        $this->running = new Running($dataDir, $port);
    }

    /**
     * Runs until SIGINT or SIGTERM.
     *
     * @param callable(string): void $say   told what happens
     * @param callable(): void       $ready called once the address answers
     *
     * @return int exit code
     */
    public function run(callable $say, callable $ready): int
    {
        pcntl_async_signals(true);
        foreach ([\SIGINT, \SIGTERM, \SIGHUP] as $signal) {
            pcntl_signal($signal, function (): void {
                $this->stopping = true;
            });
        }
        $say = static function (string $line) use ($say): void {
            try {
                $say($line);
            } catch (\Throwable) {
                // Nobody reads, or the disk is full: what is served goes on.
            }
        };
        $announced = false;
        while (!$this->stopping) {
            $this->running->write();
            foreach ($this->programs as $program) {
                if (true === ($this->children[$program->name] ?? null)?->isRunning()) {
                    continue;
                }
                if (!$announced && [] !== $program->after && [] !== array_filter($program->after, static fn (string $path): bool => !file_exists($path))) {
                    // What it hands requests to is not there yet; it comes right after.
                    continue;
                }
                if (!$this->start($program, $say) && $program->essential && !$announced) {
                    $this->stop();

                    return 1;
                }
            }
            if (!$announced && isset($this->children['web']) && $this->answers()) {
                $announced = true;
                try {
                    $ready();
                } catch (\Throwable) {
                    // As above.
                }
            }
            usleep($announced ? 200_000 : 50_000);
        }
        $say('Stopping …');
        $this->stop();

        return 0;
    }

    /**
     * @param callable(string): void $say
     *
     * @return bool false when it has ended too often and rests
     */
    private function start(Program $program, callable $say): bool
    {
        $name = $program->name;
        $recent = array_values(array_filter($this->starts[$name] ?? [], static fn (float $t): bool => $t > hrtime(true) / 1e9 - self::RESTART_SECONDS));
        if (\count($recent) >= self::RESTARTS) {
            if (!isset($this->resting[$name])) {
                $this->resting[$name] = true;
                $say(\sprintf('%s stops again and again; it is started again in a while. See errors.log and tovrin.log in %s.', $name, $this->dataDir));
            }

            return false;
        }
        unset($this->resting[$name]);
        $last = $this->children[$name] ?? null;
        if (null !== $last) {
            // Its leader is gone; what it had started would be in the way of a new one.
            Running::end(array_filter([$this->leaders[$name] ?? null]), 0.5);
            if (0 !== $last->getExitCode()) {
                $say(\sprintf('%s has stopped unexpectedly and is started again.', $name));
            }
        }
        $this->starts[$name] = [...$recent, hrtime(true) / 1e9];
        $child = new Process(['setpriv', '--pdeathsig', 'TERM', 'setsid', ...$program->command], $this->projectDir, null, null, null);
        try {
            null === $program->before || ($program->before)();
            $child->start(static function (string $type, string $text) use ($say, $child): void {
                foreach (preg_split('/\R/', trim($text)) ?: [] as $line) {
                    $say($line);
                }
                // It is told; kept it would grow.
                $child->clearOutput();
                $child->clearErrorOutput();
            });
        } catch (\Throwable $e) {
            $say(\sprintf('%s could not be started: %s', $name, $e->getMessage()));

            return false;
        }
        $this->children[$name] = $child;
        $this->leaders[$name] = (int) $child->getPid();
        $this->running->started($name, (int) $child->getPid());

        return true;
    }

    private function answers(): bool
    {
        $context = stream_context_create(['http' => ['timeout' => 5.0, 'ignore_errors' => true, 'header' => null === $this->key ? [] : ['Tovrin-Key: '.$this->key]]]);

        return '{"ok":true}' === @file_get_contents(\sprintf('http://127.0.0.1:%d/api/health', $this->port), false, $context);
    }

    private function stop(): void
    {
        Running::end(array_values($this->leaders), self::GRACE_SECONDS);
        $this->running->stopped();
    }
}
