<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

use Symfony\Component\Messenger\Stamp\StampInterface;

/** The transport that a message in the outbox is for. */
final readonly class Destination implements StampInterface
{
    public function __construct(public string $transport)
    {
    }
}
