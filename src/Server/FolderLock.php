<?php

declare(strict_types=1);

namespace Tovrin\App\Server;

use Tovrin\App\Exception\UsageError;

/**
 * Held by the one process that serves a data folder, from before anything in it is changed until it ends, however it ends.
 *
 * Not symfony/lock: programs that are started would inherit its file, and with it the lock, beyond the end of this process.
 */
final class FolderLock
{
    /** @param resource $file */
    private function __construct(private $file)
    {
    }

    /**
     * @throws UsageError when another process has it
     */
    public static function taken(string $dataDir): self
    {
        // "e": closed in every program that this process starts.
        $file = @fopen($dataDir.'/.lock', 'ce');
        if (false === $file) {
            throw new UsageError(\sprintf('The data folder "%s" cannot be locked: "%s/.lock" cannot be opened. Check who owns it.', $dataDir, $dataDir));
        }
        if (!flock($file, \LOCK_EX | \LOCK_NB)) {
            $port = Running::portOf($dataDir);
            throw new UsageError(null === $port
                ? \sprintf('Tovrin is being started from the data folder "%s" already, by another command. Wait for that one, or name another data folder with TOVRIN_DATA.', $dataDir)
                : \sprintf('Tovrin is served already from the data folder "%s", at http://127.0.0.1:%d/. Open that page, stop that server first, or name another data folder with TOVRIN_DATA.', $dataDir, $port));
        }

        return new self($file);
    }

    /** Another process may have the folder; it goes by itself when this one ends. */
    public function release(): void
    {
        flock($this->file, \LOCK_UN);
    }
}
