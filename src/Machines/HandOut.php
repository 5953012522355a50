<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Doctrine\DBAL\Connection;
use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Exception\MessageDecodingFailedException;
use Tovrin\App\Library\PhotoParts;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Process\Holder;
use Tovrin\App\Process\Leases;
use Tovrin\App\Queue\LookFirst;
use Tovrin\App\Queue\Outbox;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Queue\Rooms;
use Tovrin\App\Queue\Transport;
use Tovrin\App\Queue\WorkerKind;
use Tovrin\App\Workers\WorkerState;

/** Takes messages out of the queue for workers elsewhere. A worker itself never speaks to the queue: what it is given is the front's to say. */
final readonly class HandOut
{
    /** Messages that are looked at for one task: what there is nothing to do about any more is dropped. */
    private const LOOKED_AT = 200;

    public function __construct(private Connection $connection, private Rooms $rooms, private Outbox $outbox, private TaskKinds $kinds, private WorkLeases $leases, private Holder $holder, private Queue $queue, private PhotoParts $parts, private PhotoStore $store, private LoggerInterface $logger)
    {
    }

    /** Null when there is nothing to do for this worker. */
    public function take(WorkerState $worker): ?Task
    {
        if ($worker->isResting()) {
            return null;
        }
        $this->outbox->forward();
        $looks = 0;
        foreach (WorkerKind::Any->transports() as $transport) {
            if (Transport::Own === $transport || !$this->mayTake($worker, $transport)) {
                continue;
            }
            $room = new LookFirst($this->rooms->room($transport->value), $this->rooms);
            while (++$looks < self::LOOKED_AT) {
                try {
                    $envelope = [...$room->get()][0] ?? null;
                } catch (MessageDecodingFailedException $e) {
                    $this->logger->error('A message cannot be read: {message}', ['message' => $e->getMessage(), 'exception' => $e]);
                    continue;
                }
                if (null === $envelope) {
                    break;
                }
                $task = $this->task($worker, $envelope->getMessage());
                // What is in hand is written down: the message has done its part. If it comes again, there is nothing left to take up.
                $room->ack($envelope);
                if (null !== $task) {
                    return $task;
                }
            }
        }

        return null;
    }

    /** One that is slower than the others gets what it has done before they have done everything else, and nothing that somebody waits for. */
    private function mayTake(WorkerState $worker, Transport $transport): bool
    {
        if (!$worker->isSlow || Transport::Ahead === $transport) {
            return true;
        }

        return \in_array($transport, [Transport::Steady, Transport::Large], true) && $this->rooms->count($transport) > $worker->times * $worker->others;
    }

    private function task(WorkerState $worker, object $message): ?Task
    {
        $kind = $this->kinds->for($message);
        $token = WorkLeases::newToken();
        try {
            return null === $kind ? throw new OnlyHere() : $this->connection->transactional(function () use ($kind, $message, $token, $worker): ?Task {
                $given = $this->holder->as(Leases::elsewhere($token), static fn (): ?Given => $kind->give($message));
                if (null === $given) {
                    return null;
                }
                $files = $this->files($given);
                $this->leases->open($token, $worker->name, $kind->kind(), $kind->subject($message), $given, array_column($files, 'name'));

                return new Task($token, $kind->kind(), $given->title, TaskPhoto::of($given->photo), $files, $given->given);
            });
        } catch (OnlyHere) {
            $this->queue->put($message, Transport::Own);

            return null;
        }
    }

    /** @return list<TaskFile> those that are there; what is missing the worker finds by itself */
    private function files(Given $given): array
    {
        $key = $given->photo->storeKey();
        $files = [];
        foreach (array_unique($given->files) as $name) {
            if ($this->parts->isThere($key, $name)) {
                $files[] = new TaskFile($name, $this->parts->digest($key, $name), (int) filesize((string) $this->parts->path($key, $name)));
            }
        }
        foreach ($given->kept as $digest) {
            $files[] = TaskFile::at(SentFile::KEPT.$digest, $this->store->kept($digest));
        }

        return $files;
    }
}
