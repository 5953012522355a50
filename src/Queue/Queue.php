<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use Symfony\Component\Messenger\Stamp\TransportNamesStamp;

/** Puts messages into the rooms where workers find them. */
final readonly class Queue
{
    public function __construct(private MessageBusInterface $bus)
    {
    }

    /** @param int $delay milliseconds until it may be taken up */
    public function put(object $message, Room $room, int $delay = 0): void
    {
        $this->bus->dispatch($message, [new TransportNamesStamp([$room->value]), ...($delay > 0 ? [new DelayStamp($delay)] : [])]);
    }
}
