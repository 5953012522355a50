<?php

declare(strict_types=1);

namespace Tovrin\App\Process;

/** Whether this worker has been told to end: what it is at goes back to the queue. */
final class Stopping
{
    public bool $wanted = false;
}
