<?php

declare(strict_types=1);

namespace Tovrin\App\Export;

/** A second export worker was started on the same data directory. */
final class WorkerAlreadyRunning extends \RuntimeException
{
    public function __construct(int $pid)
    {
        parent::__construct(\sprintf('An export worker is already running here (process %d). It takes all exports; a second one is not needed.', $pid));
    }
}
