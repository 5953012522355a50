<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

/** A file or text from outside is not what it should be; the message names the place and the fix. */
final class FormatError extends \RuntimeException
{
    /** @param string|null $inWords the same for somebody who sees no file: names the move instead of its place */
    public function __construct(string $message, int $code = 0, ?\Throwable $previous = null, public readonly ?string $inWords = null)
    {
        parent::__construct($message, $code, $previous);
    }
}
