<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging;

/** A picture cannot be read or written; the message names it and says what to do. */
final class PictureError extends \RuntimeException
{
    /** Whether a process that did a part of the work ended without a word: killed, or out of memory. */
    public bool $lost = false;

    public static function lost(): self
    {
        $error = new self('A helping process ended unexpectedly; perhaps there is too little memory.');
        $error->lost = true;

        return $error;
    }
}
