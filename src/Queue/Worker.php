<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

use Psr\Container\ContainerInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\EventDispatcherInterface;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Transport\Receiver\ReceiverInterface;
use Symfony\Component\Messenger\Worker as MessengerWorker;
use Tovrin\App\Export\Abandoned;

/** Takes messages out of the rooms of a lane and has them handled, one after another. There may be any number of workers. */
final class Worker
{
    private const REST_MICROSECONDS = 200_000;
    /** Seconds between looks for files whose worker has died. */
    private const SWEEP_SECONDS = 10.0;

    private float $nextSweep = 0.0;

    public function __construct(
        #[Autowire(service: 'messenger.receiver_locator')]
        private readonly ContainerInterface $receivers,
        private readonly MessageBusInterface $bus,
        private readonly EventDispatcherInterface $events,
        private readonly LoggerInterface $logger,
        private readonly Journal $journal,
        private readonly Stopping $stopping,
        private readonly Abandoned $abandoned,
    ) {
    }

    /**
     * Works until told to stop.
     *
     * @param \Closure(string): void $say told what happens, a line at a time
     */
    public function run(\Closure $say, Lane $lane = Lane::Any): void
    {
        $say(Lane::Any === $lane ? 'Waiting for work.' : 'Waiting for quick work.');
        $this->work($say, $lane, false);
        $say('Stopped.');
    }

    /**
     * Works until nothing is waiting.
     *
     * @param \Closure(string): void $say
     */
    public function drain(\Closure $say, Lane $lane = Lane::Any): void
    {
        $this->work($say, $lane, true);
    }

    /** Ends run() after the step at hand; an unfinished file goes back to the queue. */
    public function stop(): void
    {
        $this->stopping->wanted = true;
    }

    /** @param \Closure(string): void $say */
    private function work(\Closure $say, Lane $lane, bool $untilIdle): void
    {
        $this->journal->tell($say);
        $receivers = [];
        foreach ($lane->rooms() as $room) {
            $receiver = $this->receivers->get($room->value);
            \assert($receiver instanceof ReceiverInterface);
            $receivers[$room->value] = new LookFirst($receiver);
        }
        $worker = new MessengerWorker($receivers, $this->bus, $this->events, $this->logger);
        $onRunning = function (WorkerRunningEvent $event) use ($untilIdle, $worker): void {
            $this->sweep();
            // Looked at here, since it may have been told to end before there was anything to be ended.
            if ($this->stopping->wanted || ($untilIdle && $event->isWorkerIdle())) {
                $worker->stop();
            }
        };
        $this->events->addListener(WorkerRunningEvent::class, $onRunning);
        try {
            $this->sweep();
            $worker->run(['sleep' => $untilIdle ? 0 : self::REST_MICROSECONDS]);
        } finally {
            $this->events->removeListener(WorkerRunningEvent::class, $onRunning);
            $this->journal->tell(null);
        }
    }

    private function sweep(): void
    {
        $now = microtime(true);
        if ($now >= $this->nextSweep) {
            $this->nextSweep = $now + self::SWEEP_SECONDS;
            $this->abandoned->takeUp();
        }
    }
}
