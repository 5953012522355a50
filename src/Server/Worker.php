<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Doctrine\DBAL\Exception;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\EventDispatcherInterface;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Worker as MessengerWorker;
use Tovrin\App\Archive\SetImportQueue;
use Tovrin\App\Delivery\Abandoned;
use Tovrin\App\Grading\Job\GradeJobQueue;
use Tovrin\App\Machines\HandIn;
use Tovrin\App\Process\Announcements;
use Tovrin\App\Process\Journal;
use Tovrin\App\Process\ProcessState;
use Tovrin\App\Process\Stopping;
use Tovrin\App\Queue\LookFirst;
use Tovrin\App\Queue\Outbox;
use Tovrin\App\Queue\Rooms;
use Tovrin\App\Queue\WorkerKind;
use Tovrin\App\Workers\Workers;

/** Takes messages out of the rooms of a lane and has them handled, one after another. There may be any number of workers. */
final class Worker
{
    private const REST_MICROSECONDS = 200_000;
    /** Seconds between looks for files whose worker has died. */
    private const SWEEP_SECONDS = 10.0;
    /** Seconds between looks for what nobody needs any more. */
    private const TIDY_SECONDS = 3600.0;
    /** A process that has done so much, or holds so much memory, makes room for a new one: whatever large pictures left in it goes with it. */
    private const MESSAGES_MOST = 300;
    private const MEMORY_MOST = 600_000_000;

    private float $nextSweep = 0.0;
    private float $nextTidying = 0.0;
    private int $handled = 0;

    public function __construct(
        private readonly Rooms $rooms,
        private readonly Outbox $outbox,
        private readonly MessageBusInterface $bus,
        private readonly EventDispatcherInterface $events,
        private readonly LoggerInterface $logger,
        private readonly Journal $journal,
        private readonly Stopping $stopping,
        private readonly Abandoned $abandoned,
        private readonly GradeJobQueue $grades,
        private readonly SetImportQueue $imports,
        private readonly Announcements $announcements,
        private readonly Workers $workers,
        private readonly HandIn $handIn,
        private readonly Housekeeping $housekeeping,
    ) {
    }

    /**
     * Works until told to stop.
     *
     * @param \Closure(string): void $say told what happens, a line at a time
     */
    public function run(\Closure $say, WorkerKind $lane = WorkerKind::Any): void
    {
        $say(match ($lane) {
            WorkerKind::Any => 'Waiting for work.',
            WorkerKind::Quick => 'Waiting for quick work.',
            WorkerKind::Own => 'Waiting for work that only this machine can do.',
        });
        $this->nextTidying = self::seconds() + self::TIDY_SECONDS;
        $this->work($say, $lane, false);
        if ($this->stopping->wanted) {
            $say('Stopped.');
        }
    }

    /**
     * Works until nothing is waiting.
     *
     * @param \Closure(string): void $say
     */
    public function drain(\Closure $say, WorkerKind $lane = WorkerKind::Any): void
    {
        $this->work($say, $lane, true);
    }

    /** Ends run() after the step at hand; an unfinished file goes back to the queue. */
    public function stop(): void
    {
        $this->stopping->wanted = true;
    }

    /** @param \Closure(string): void $say */
    private function work(\Closure $say, WorkerKind $lane, bool $untilIdle): void
    {
        $this->journal->tell(function (string $line) use ($say): void {
            try {
                $say($line);
            } catch (\RuntimeException) {
                // Whoever has started it is gone: what is in hand is no worse for that, and is the last.
                $this->stopping->wanted = true;
            }
        });
        $receivers = [];
        foreach ($lane->transports() as $transport) {
            $receivers[$transport->value] = new LookFirst($this->rooms->room($transport->value), $this->rooms);
        }
        $worker = new MessengerWorker($receivers, $this->bus, $this->events, $this->logger);
        $onRunning = function (WorkerRunningEvent $event) use ($untilIdle, $worker, $lane): void {
            $this->announcements->tell();
            $this->outbox->forward();
            $this->sweep($lane, $untilIdle);
            $this->handled += $event->isWorkerIdle() ? 0 : 1;
            // Looked at here, since it may have been told to end before there was anything to be ended.
            if ($this->stopping->wanted || ($untilIdle && $event->isWorkerIdle()) || (!$untilIdle && $this->isWorn())) {
                $worker->stop();
            }
        };
        $this->events->addListener(WorkerRunningEvent::class, $onRunning);
        try {
            $this->outbox->forward();
            $this->sweep($lane, $untilIdle);
            $worker->run(['sleep' => $untilIdle ? 0 : self::REST_MICROSECONDS]);
        } finally {
            $this->events->removeListener(WorkerRunningEvent::class, $onRunning);
            $this->journal->tell(null);
            if (!$untilIdle) {
                $this->workers->gone();
            }
        }
    }

    private function sweep(WorkerKind $lane, bool $untilIdle): void
    {
        $now = self::seconds();
        if ($now < $this->nextSweep) {
            return;
        }
        $this->nextSweep = $now + self::SWEEP_SECONDS;
        try {
            $this->abandoned->takeUp();
            $this->grades->takeUpAbandoned();
            $this->imports->takeUpAbandoned();
            $this->handIn->sweep();
            if (!$untilIdle) {
                $this->workers->here($lane);
                if (WorkerKind::Quick !== $lane && $now >= $this->nextTidying) {
                    $this->nextTidying = $now + self::TIDY_SECONDS;
                    $this->housekeeping->clear();
                }
            }
        } catch (Exception $e) {
            // A full disk, for example: the work goes on when there is room again.
            $this->logger->error('Looking after the queue: {message}', ['message' => $e->getMessage(), 'exception' => $e]);
        }
    }

    /** By a clock that nobody sets. */
    private static function seconds(): float
    {
        return hrtime(true) / 1e9;
    }

    private function isWorn(): bool
    {
        return $this->handled >= self::MESSAGES_MOST || ProcessState::ownMemory() > self::MEMORY_MOST;
    }
}
