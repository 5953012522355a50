<?php

declare(strict_types=1);

namespace Tovrin\Bench;

use Symfony\Component\Process\Process;

/** Commands watched while they run. */
final class Watched
{
    /** PSS in MB of a process and all it started: pages that several share count once. */
    public static function memory(int $of): float
    {
        $sum = 0;
        $waiting = [$of];
        while (null !== ($pid = array_pop($waiting))) {
            $sum += preg_match('/^Pss:\s+(\d+)/m', (string) @file_get_contents("/proc/$pid/smaps_rollup"), $found) ? (int) $found[1] : 0;
            array_push($waiting, ...array_map(intval(...), preg_split('/\s+/', trim((string) @file_get_contents("/proc/$pid/task/$pid/children")), -1, \PREG_SPLIT_NO_EMPTY) ?: []));
        }

        return $sum / 1024;
    }

    /**
     * @param list<string> $command
     *
     * @return array{float, float} seconds, and MB at most
     */
    public static function run(array $command): array
    {
        $process = new Process($command, null, null, null, 600.0);
        $start = hrtime(true);
        $process->start();
        $peak = 0.0;
        while ($process->isRunning()) {
            $peak = max($peak, self::memory((int) $process->getPid()));
            usleep(15_000);
        }
        $seconds = (hrtime(true) - $start) / 1e9;
        if (!$process->isSuccessful()) {
            throw new \RuntimeException($process->getErrorOutput());
        }

        return [$seconds, $peak];
    }
}
