<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use Symfony\Component\Messenger\Stamp\TransportNamesStamp;
use Tovrin\App\Process\Announcements;

/**
 * Puts messages into the transports that workers take them from. Where these are another server's, a message is kept in the database first, in the
 * transaction that it belongs to, and handed on by the Outbox: nothing is lost while that server is away, and nobody hears of what is not kept.
 */
final readonly class Queue
{
    public function __construct(private MessageBusInterface $bus, private Announcements $announcements, #[Autowire('%env(TOVRIN_QUEUE)%')] private string $setting)
    {
    }

    /** @param int $delay milliseconds until it may be taken up */
    public function put(object $message, Transport $transport, int $delay = 0): void
    {
        $isElsewhere = QueueDsn::isElsewhere($this->setting);
        $this->bus->dispatch($message, [
            new TransportNamesStamp([$isElsewhere ? Outbox::ROOM : $transport->value]),
            ...$isElsewhere ? [new Destination($transport->value)] : [],
            ...$delay > 0 ? [new DelayStamp($delay)] : [],
        ]);
        $this->announcements->workWaits();
    }
}
