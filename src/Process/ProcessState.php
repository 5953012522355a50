<?php

declare(strict_types=1);

namespace Tovrin\App\Process;

/** What the system says of a process. Source: proc(5), /proc/PID/stat. */
final readonly class ProcessState
{
    /**
     * @param int    $group   the group of processes it belongs to
     * @param string $started when it was started, in the kernel's ticks
     */
    private function __construct(public int $group, public string $started)
    {
    }

    /** Null when there is none; one that has ended but was not waited for lives no more. */
    public static function of(int $pid): ?self
    {
        $stat = (string) @file_get_contents("/proc/$pid/stat");
        // The name of the program may hold spaces and brackets; behind its last bracket come the fields from the third on.
        $fields = explode(' ', substr($stat, (int) strrpos($stat, ')') + 2));

        return '' === $stat || 'Z' === $fields[0] ? null : new self((int) ($fields[2] ?? 0), $fields[19] ?? '');
    }

    /** Bytes of memory that this process holds. */
    public static function ownMemory(): int
    {
        // The second number is pages.
        return 4096 * (int) (explode(' ', (string) @file_get_contents('/proc/self/statm'))[1] ?? 0);
    }
}
