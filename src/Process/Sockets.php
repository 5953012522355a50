<?php

declare(strict_types=1);

namespace Tovrin\App\Process;

/** Where the processes that serve a data folder meet. */
final class Sockets
{
    /** A socket's path may not be longer. */
    private const PATH_MOST = 90;

    /** The folder for what only matters while Tovrin is served. */
    public static function runDir(string $dataDir): string
    {
        return $dataDir.'/run';
    }

    /** In the data folder, or somewhere with a shorter path. */
    public static function folder(string $dataDir): string
    {
        $run = self::runDir($dataDir);

        return \strlen($run) <= self::PATH_MOST ? $run : sys_get_temp_dir().'/tovrin-'.substr(hash('sha256', $run), 0, 16);
    }

    /** Where the web server is told what open windows are to know. */
    public static function events(string $dataDir): string
    {
        return self::folder($dataDir).'/events.sock';
    }
}
