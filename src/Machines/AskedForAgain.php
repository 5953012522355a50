<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Tovrin\App\Queue\Queue;
use Tovrin\App\Queue\Transport;

/** What is known of a task by its message alone: put back, it is asked for again. */
trait AskedForAgain
{
    private readonly Queue $messages;

    public function giveBack(WorkLease $lease): void
    {
        $this->messages->put($this->again($lease->subject), Transport::Ahead);
    }

    public function failed(WorkLease $lease): void
    {
        $this->messages->put($this->again($lease->subject), Transport::Own);
    }

    public function lost(WorkLease $lease): void
    {
        $this->giveBack($lease);
    }

    abstract public function again(int $subject): object;
}
