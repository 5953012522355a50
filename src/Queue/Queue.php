<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use Symfony\Component\Messenger\Stamp\TransportNamesStamp;

/** Puts messages into the transports that workers take them from. */
final readonly class Queue
{
    public function __construct(private MessageBusInterface $bus)
    {
    }

    /** @param int $delay milliseconds until it may be taken up */
    public function put(object $message, Transport $transport, int $delay = 0): void
    {
        $this->bus->dispatch($message, [new TransportNamesStamp([$transport->value]), ...($delay > 0 ? [new DelayStamp($delay)] : [])]);
    }
}
