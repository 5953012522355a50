<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

use Doctrine\DBAL\Exception as DbalException;
use Doctrine\Persistence\ManagerRegistry;
use Psr\Container\ContainerInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Messenger\Exception\TransportException;
use Symfony\Component\Messenger\Transport\Receiver\MessageCountAwareInterface;
use Symfony\Component\Messenger\Transport\SetupableTransportInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

/** The transports themselves, wherever messages wait; and what to do while their server is away. */
final class Rooms
{
    private bool $isAway = false;

    public function __construct(
        #[Autowire(service: 'messenger.receiver_locator')]
        private readonly ContainerInterface $transports,
        private readonly ManagerRegistry $connections,
        private readonly LoggerInterface $logger,
        #[Autowire('%env(TOVRIN_QUEUE)%')]
        private readonly string $setting,
    ) {
    }

    /** Whether their server has not answered the last time. */
    public function isAway(): bool
    {
        return $this->isAway;
    }

    public function areElsewhere(): bool
    {
        return QueueDsn::isElsewhere($this->setting);
    }

    /** Whether their server tells of new messages by itself. */
    public function tellOfMessages(): bool
    {
        return QueueDsn::isPostgreSql($this->setting);
    }

    public function room(string $name): TransportInterface
    {
        $transport = $this->transports->get($name);
        \assert($transport instanceof TransportInterface);

        return $transport;
    }

    /**
     * Makes what the queue's server needs, before several processes try to at once.
     *
     * @return bool false when it does not answer; they try again
     */
    public function prepare(): bool
    {
        $room = $this->room(Transport::Quick->value);

        return !$this->tellOfMessages() || !$room instanceof SetupableTransportInterface || $this->tried(static function () use ($room): bool {
            try {
                $room->setup();
            } catch (DbalException $e) {
                throw new TransportException($e->getMessage(), 0, $e);
            }

            return true;
        }, false);
    }

    /** Messages that wait there; none where the system does not tell. */
    public function count(Transport $transport): int
    {
        $room = $this->room($transport->value);

        return $room instanceof MessageCountAwareInterface ? $this->tried(static fn (): int => $room->getMessageCount(), 0) : 0;
    }

    /**
     * Does something with the queue's server, which may be away: it is starting again, or the cable is cut. That is written down once; the next try connects anew.
     *
     * @template T
     *
     * @param \Closure(): T $work
     * @param T             $else
     *
     * @return T
     */
    public function tried(\Closure $work, mixed $else): mixed
    {
        try {
            $result = $work();
            if ($this->isAway) {
                $this->isAway = false;
                $this->logger->warning('The queue’s server answers again.');
            }

            return $result;
        } catch (TransportException $e) {
            if (!$this->tellOfMessages()) {
                throw $e;
            }
            if (!$this->isAway) {
                $this->isAway = true;
                $this->logger->warning('The queue’s server does not answer: {message}. It is tried again.', ['message' => $e->getMessage(), 'exception' => $e]);
            }
            foreach (Transport::cases() as $transport) {
                $connection = $this->connections->getConnection(QueueDsn::CONNECTION.$transport->value);
                \assert($connection instanceof \Doctrine\DBAL\Connection);
                $connection->close();
            }

            return $else;
        }
    }
}
