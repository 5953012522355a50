<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/**
 * Second processes by the C library itself: PHP's own functions for them (pcntl) are only there on the command line, not in
 * the processes of a web server.
 */
final class ForkedProcess
{
    /** SIGKILL, which pcntl would name. */
    public const KILL = 9;
    private const DIE_WITH_PARENT = 1;

    /** @return int 0 in the new process, its number in this one, −1 when there can be no other */
    public static function fork(): int
    {
        $pid = LibC::call('fork');

        return \is_int($pid) ? $pid : -1;
    }

    /**
     * To be called by the new process first: it ends when the one that has started it does, however that ends; and signals
     * that were meant for that one are not answered here.
     */
    public static function dieWith(int $parent): void
    {
        LibC::call('prctl', self::DIE_WITH_PARENT, self::KILL);
        if (posix_getppid() !== $parent) {
            // It had ended before that was said.
            posix_kill((int) getmypid(), self::KILL);
        }
        if (\function_exists('pcntl_async_signals')) {
            pcntl_async_signals(false);
        }
    }

    /** Ends a process that this one has started. */
    public static function end(int $pid): void
    {
        posix_kill($pid, self::KILL);
        LibC::call('waitpid', $pid, null, 0);
    }
}
