<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

use Doctrine\DBAL\Connection;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Transport\Receiver\MessageCountAwareInterface;

/**
 * Messages that were kept together with what they tell of, on their way to a queue elsewhere (a transactional outbox). One may be handed on twice, when
 * a process is killed in between: handling a message twice is harmless.
 */
final readonly class Outbox
{
    public const ROOM = 'outbox';
    /** Where it lies; what could not be handed on is tried again after some seconds. */
    public const DSN = 'doctrine://default?queue_name='.self::ROOM.'&redeliver_timeout=5&auto_setup=false';
    /** Messages of one transaction: nobody else can write meanwhile. */
    private const BLOCK = 50;

    public function __construct(private Connection $connection, private Rooms $rooms)
    {
    }

    /** Hands on what waits, if the queue's server is there. */
    public function forward(): void
    {
        if (!$this->rooms->areElsewhere()) {
            return;
        }
        $outbox = $this->rooms->room(self::ROOM);
        while ($outbox instanceof MessageCountAwareInterface && $outbox->getMessageCount() > 0) {
            // Taken back as a whole when the server is away in the middle.
            if (!$this->rooms->tried(fn (): bool => $this->connection->transactional(fn (): bool => $this->block($outbox)), false)) {
                return;
            }
        }
    }

    private function block(\Symfony\Component\Messenger\Transport\TransportInterface $outbox): bool
    {
        for ($i = 0; $i < self::BLOCK; ++$i) {
            foreach ($outbox->get() as $envelope) {
                $destination = $envelope->last(Destination::class);
                $this->rooms->room($destination->transport ?? Transport::Steady->value)->send(new Envelope($envelope->getMessage()));
                $outbox->ack($envelope);
                continue 2;
            }
            break;
        }

        return $i > 0;
    }
}
