<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** Bounds what this process may take; for processes that work on files nobody vouches for. */
final class ProcessLimit
{
    /** By the numbers that the system has for them. */
    private const SECONDS = 0;
    private const DATA = 2;

    /** @param int $more bytes beyond what it has already; memory that processes share is not counted */
    public static function memory(int $more): void
    {
        $has = preg_match('/^VmData:\s+(\d+) kB/m', (string) @file_get_contents('/proc/self/status'), $found) ? 1024 * (int) $found[1] : 0;
        self::set(self::DATA, $has + $more);
    }

    /** @param int $seconds of computing, after which it is ended */
    public static function computing(int $seconds): void
    {
        self::set(self::SECONDS, $seconds);
    }

    private static function set(int $what, int $most): void
    {
        $limit = LibC::get()->new('limit');
        \assert($limit instanceof \FFI\CData);
        $limit->now = $limit->most = $most; // @phpstan-ignore property.notFound, property.notFound
        LibC::call('setrlimit', $what, \FFI::addr($limit));
    }
}
