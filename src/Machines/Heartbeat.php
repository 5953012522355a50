<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Tovrin\App\Imaging\Native\ForkedProcess;

/** Says that a worker lives, by a process of its own: packing a large picture may take minutes in which the worker itself can say nothing. It ends with the worker. */
final class Heartbeat
{
    private const SECONDS = 15;

    /** @return int number of the process; −1 when there can be none, which is no harm */
    public static function begin(FrontAddress $address, string $id): int
    {
        $parent = (int) getmypid();
        $pid = ForkedProcess::fork();
        if (0 !== $pid) {
            return $pid;
        }
        ForkedProcess::dieWith($parent);
        $front = new Front($address);
        while (posix_getppid() === $parent) {
            sleep(self::SECONDS);
            try {
                $front->here($id);
            } catch (\Throwable) {
                // It is said again.
            }
        }
        posix_kill((int) getmypid(), ForkedProcess::KILL);
        exit(0);
    }
}
