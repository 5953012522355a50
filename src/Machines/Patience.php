<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Tovrin\App\Exception\Cancelled;
use Tovrin\App\Process\Journal;
use Tovrin\App\Process\Stopping;

/** What a worker does while the front is away: it tries again, sooner at first, until it is told to end. */
final readonly class Patience
{
    /** Seconds between tries. */
    private const FIRST_SECONDS = 0.3;
    private const MOST_SECONDS = 10.0;

    public function __construct(private Journal $journal, private Stopping $stopping)
    {
    }

    /**
     * @template T
     *
     * @param \Closure(): T $work
     *
     * @return T|null null when the worker was told to end
     */
    public function until(\Closure $work): mixed
    {
        return $this->isStopped() ? null : $this->answer($work)[0] ?? null;
    }

    /**
     * For what ends a task: it goes on when the worker is told to end, as long as the front answers.
     *
     * @template T
     *
     * @param \Closure(): T $work
     *
     * @return T
     *
     * @throws Cancelled    when the worker was told to end, and the front is away
     * @throws FrontRefuses as the work does
     */
    public function toTheEnd(\Closure $work): mixed
    {
        $answer = $this->answer($work) ?? throw new Cancelled();

        return $answer[0];
    }

    /** @param \Closure(): void $work that the front learns sooner or later by itself too */
    public function once(\Closure $work): void
    {
        try {
            $work();
        } catch (FrontAway|FrontRefuses) {
        }
    }

    public function rest(float $seconds): void
    {
        for ($until = hrtime(true) / 1e9 + $seconds; hrtime(true) / 1e9 < $until && !$this->isStopped();) {
            usleep(100_000);
        }
    }

    /** A signal may come at any time. */
    public function isStopped(): bool
    {
        return $this->stopping->wanted;
    }

    /**
     * @template T
     *
     * @param \Closure(): T $work tried once at least
     *
     * @return array{T}|null
     */
    private function answer(\Closure $work): ?array
    {
        $tries = 0;
        do {
            try {
                $result = $work();
                if ($tries > 0) {
                    $this->journal->say('The front answers again.');
                }

                return [$result];
            } catch (FrontAway $e) {
                if (0 === $tries) {
                    $this->journal->say(\sprintf('The front does not answer: %s It is tried again.', rtrim($e->getMessage(), '.').'.'));
                }
                $this->rest(min(self::MOST_SECONDS, self::FIRST_SECONDS * 2 ** min(10, $tries++)));
            }
        } while (!$this->isStopped());

        return null;
    }
}
