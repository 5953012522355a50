<?php

declare(strict_types=1);

namespace Tovrin\App\Process;

/** What a worker does, a line at a time, for whoever listens. */
final class Journal
{
    /** @var \Closure(string): void|null */
    private ?\Closure $listener = null;

    /** @param \Closure(string): void|null $listener */
    public function tell(?\Closure $listener): void
    {
        $this->listener = $listener;
    }

    public function say(string $line): void
    {
        null === $this->listener || ($this->listener)($line);
    }
}
