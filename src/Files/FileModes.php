<?php

declare(strict_types=1);

namespace Tovrin\App\Files;

/** Who may read what is written: the data nobody else, what is delivered into a folder whoever may usually. */
final class FileModes
{
    /** What was usual before this program closed its own files to others, handed on to the programs it starts. */
    private const USUAL = 'TOVRIN_UMASK';

    /** From now on what this process and those it starts write is theirs alone. */
    public static function close(): void
    {
        $before = umask(0o077);
        if (false === getenv(self::USUAL)) {
            putenv(self::USUAL.'='.decoct($before));
        }
    }

    /** A file or folder that was written for others. */
    public static function open(string $path): void
    {
        $usual = getenv(self::USUAL);
        $usual = \is_string($usual) ? (int) octdec($usual) : umask();
        @chmod($path, (is_dir($path) ? 0o777 : 0o666) & ~$usual);
    }
}
