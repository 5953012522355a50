<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Doctrine\DBAL\Connection;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Message\DrawPicture;
use Tovrin\App\Message\StudyPhoto;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Queue\Rooms;
use Tovrin\App\Queue\Transport;

/** Asks for what is made ahead of need and is not there: after an update, or when messages were lost. */
final readonly class AheadOfNeed
{
    public function __construct(private Connection $connection, private Queue $queue, private PhotoStore $store, private Rooms $rooms)
    {
    }

    public function ask(): void
    {
        $isWaiting = $this->rooms->areElsewhere() ? $this->rooms->count(Transport::Ahead) > 0 : [] !== $this->connection->fetchFirstColumn('SELECT 1 FROM messenger_messages WHERE queue_name = ? LIMIT 1', [Transport::Ahead->value]);
        if ($isWaiting) {
            // It has been asked for, and is under way.
            return;
        }
        /** @var list<array{id: int, store_key: string, behind: int}> $photos */
        $photos = $this->connection->fetchAllAssociative('SELECT id, store_key, COALESCE(drawn, 0) <> revision AS behind FROM photo WHERE removed_at IS NULL');
        $this->connection->transactional(function () use ($photos): void {
            foreach ($photos as ['id' => $id, 'store_key' => $key, 'behind' => $behind]) {
                if (0 !== $behind) {
                    $this->queue->put(new DrawPicture($id), Transport::Ahead);
                }
                if (!is_file($this->store->study($key))) {
                    $this->queue->put(new StudyPhoto($id), Transport::Ahead);
                }
            }
        });
    }
}
