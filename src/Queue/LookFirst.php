<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Exception\MessageDecodingFailedException;
use Symfony\Component\Messenger\Transport\Receiver\KeepaliveReceiverInterface;
use Symfony\Component\Messenger\Transport\Receiver\MessageCountAwareInterface;
use Symfony\Component\Messenger\Transport\Receiver\ReceiverInterface;

/**
 * What a worker takes messages from. In the database it looks whether anything waits before it takes something: taking needs the write lock, several
 * times a second, and others would wait for it for nothing. A server that is away for a while ends no worker: what could not be ended there comes
 * again, which is harmless.
 */
final readonly class LookFirst implements KeepaliveReceiverInterface
{
    public function __construct(private ReceiverInterface $receiver, private Rooms $rooms)
    {
    }

    /** @throws MessageDecodingFailedException when another version has put something there that cannot be read; it is gone then */
    public function get(): iterable
    {
        if (!$this->rooms->tellOfMessages() && $this->receiver instanceof MessageCountAwareInterface && 0 === $this->receiver->getMessageCount()) {
            return [];
        }

        return $this->rooms->tried(fn (): iterable => $this->receiver->get(), []);
    }

    public function ack(Envelope $envelope): void
    {
        $this->rooms->tried(fn () => $this->receiver->ack($envelope), null);
    }

    public function reject(Envelope $envelope): void
    {
        $this->rooms->tried(fn () => $this->receiver->reject($envelope), null);
    }

    public function keepalive(Envelope $envelope, ?int $seconds = null): void
    {
        if ($this->receiver instanceof KeepaliveReceiverInterface) {
            $this->receiver->keepalive($envelope, $seconds);
        }
    }
}
