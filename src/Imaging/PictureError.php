<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging;

/** A picture cannot be read or written; the message names it and says what to do. */
final class PictureError extends \RuntimeException
{
    /** Whether a process that did a part of the work ended without a word: killed, or out of memory. */
    public bool $lost = false;

    /** Whether another file has the name that one was to get. */
    public bool $nameTaken = false;

    public static function nameTaken(string $path): self
    {
        $error = new self(\sprintf('There is another file “%s” now. Move it, or deliver under another name.', $path));
        $error->nameTaken = true;

        return $error;
    }

    public static function lost(): self
    {
        $error = new self('A helping process ended unexpectedly; perhaps there is too little memory.');
        $error->lost = true;

        return $error;
    }
}
