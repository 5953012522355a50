<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Tovrin\App\Release;

/** Which version of Tovrin has used a data folder last, so that an older one can say so. */
final class WrittenBy
{
    public static function now(): string
    {
        return 'Tovrin '.Release::VERSION;
    }

    /** Null for a folder of a version that did not write it down. */
    public static function of(string $dataDir): ?string
    {
        $line = trim((string) @file_get_contents(self::path($dataDir)));

        // It may be anything that somebody has put there.
        return 1 === preg_match('/^Tovrin [0-9A-Za-z.+-]{1,40}$/D', $line) ? $line : null;
    }

    public static function note(string $dataDir): void
    {
        if (self::of($dataDir) !== self::now()) {
            // A name without its words would only make a message less clear: no care for a full disk.
            @file_put_contents(self::path($dataDir), self::now()."\n");
        }
    }

    private static function path(string $dataDir): string
    {
        return $dataDir.'/written-by';
    }
}
