<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Transport\Receiver\KeepaliveReceiverInterface;
use Symfony\Component\Messenger\Transport\Receiver\MessageCountAwareInterface;
use Symfony\Component\Messenger\Transport\Receiver\ReceiverInterface;

/** Looks whether anything waits before it takes something: taking needs the write lock, several times a second, and others would wait for it for nothing. */
final readonly class LookFirst implements KeepaliveReceiverInterface
{
    public function __construct(private ReceiverInterface $receiver)
    {
    }

    public function get(): iterable
    {
        return $this->receiver instanceof MessageCountAwareInterface && 0 === $this->receiver->getMessageCount() ? [] : $this->receiver->get();
    }

    public function ack(Envelope $envelope): void
    {
        $this->receiver->ack($envelope);
    }

    public function reject(Envelope $envelope): void
    {
        $this->receiver->reject($envelope);
    }

    public function keepalive(Envelope $envelope, ?int $seconds = null): void
    {
        if ($this->receiver instanceof KeepaliveReceiverInterface) {
            $this->receiver->keepalive($envelope, $seconds);
        }
    }
}
