<?php

declare(strict_types=1);

namespace Tovrin\App\Exception;

/** What was asked for is not there, or not any more; the message says what. */
final class NotFound extends \RuntimeException
{
    /** @param string $what what it is called: photo, set, step … */
    public static function of(string $what): self
    {
        return new self(\sprintf('This %s no longer exists.', $what));
    }
}
