<?php

declare(strict_types=1);

namespace Tovrin\App\Process;

use Symfony\Component\Clock\DatePoint;

/**
 * Who has taken something up, and whether that worker still lives: on this machine by its process, on another one by when it
 * last said how far it is.
 */
final class Leases
{
    /** A worker elsewhere that has said nothing for so long is given up. Its longest silence is the packing of a large picture. */
    public const SILENT_SECONDS = 180;

    /** The name of this process: machine, number, and when it was started, since numbers are used again. */
    public static function own(): string
    {
        return self::of((int) getmypid());
    }

    /** The name of a process of this machine. */
    public static function of(int $pid): string
    {
        return \sprintf('%s:%d:%s', self::machine(), $pid, ProcessState::of($pid)->started ?? '');
    }

    /** Names something that a worker on another machine has in hand. No machine is called so: whether it lives is told by when it was last heard of. */
    public static function elsewhere(string $token): string
    {
        return '@'.$token;
    }

    /** The number of a named process, if it was one of this machine. */
    public static function processOf(string $name): ?int
    {
        [$machine, $pid] = explode(':', $name) + [1 => '0'];

        return $machine === self::machine() && (int) $pid > 1 ? (int) $pid : null;
    }

    public static function isAlive(string $worker, ?\DateTimeImmutable $seenAt, \DateTimeImmutable $now = new DatePoint()): bool
    {
        [$machine, $pid, $start] = explode(':', $worker, 3) + [1 => '0', 2 => ''];
        if ($machine === self::machine()) {
            return '' !== $start && ProcessState::of((int) $pid)?->started === $start;
        }

        return null !== $seenAt && $now->getTimestamp() - $seenAt->getTimestamp() < self::SILENT_SECONDS;
    }

    /**
     * Whether what a worker took up is to be taken up again. To be asked by a process that has nothing in hand: what it seems to have itself could not be
     * put down, on a full disk for example.
     *
     * @param string|null $seenAt as at() gives it
     */
    public static function isAbandoned(string $worker, ?string $seenAt): bool
    {
        return $worker === self::own() || !self::isAlive($worker, null === $seenAt ? null : new DatePoint($seenAt));
    }

    /** Now, or so many seconds from now, as the tables have it. */
    public static function at(int $seconds = 0): string
    {
        return (new DatePoint(\sprintf('%+d seconds', $seconds)))->format('Y-m-d H:i:s');
    }

    private static function machine(): string
    {
        return substr((string) preg_replace('/[^A-Za-z0-9-]/', '-', (string) gethostname()), 0, 64);
    }
}
