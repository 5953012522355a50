<?php

declare(strict_types=1);

namespace Tovrin\App\Command;

use Symfony\Component\Console\Output\ConsoleOutput;

/** The terminal, or the file it is turned to: when that takes nothing any more, the command ends instead of going on for nothing. */
final class CheckedOutput extends ConsoleOutput
{
    /** By the C library's number: nobody reads any more. */
    private const NOBODY_READS = 'errno=32';

    protected function doWrite(string $message, bool $newline): void
    {
        $text = $message.($newline ? \PHP_EOL : '');
        error_clear_last();
        if ('' !== $text && \strlen($text) !== @fwrite($this->getStream(), $text)) {
            throw new BrokenOutput(str_contains(error_get_last()['message'] ?? '', self::NOBODY_READS));
        }
    }
}
