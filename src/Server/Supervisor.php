<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Symfony\Component\Process\Process;

/**
 * Keeps programs running, and stops all of them cleanly.
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
        $announced = false;
        while (!$this->stopping) {
            foreach ($this->programs as $program) {
                if (true !== ($this->children[$program->name] ?? null)?->isRunning() && !$this->start($program, $say) && $program->essential && !$announced) {
                    $this->stop();

                    return 1;
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
        null === $program->before || ($program->before)();
        $this->starts[$name] = [...$recent, hrtime(true) / 1e9];
        $child = new Process(['setpriv', '--pdeathsig', 'TERM', 'setsid', ...$program->command], $this->projectDir, null, null, null);
        $child->start(static function (string $type, string $text) use ($say): void {
            foreach (preg_split('/\R/', trim($text)) ?: [] as $line) {
                $say($line);
            }
        });
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
