<?php

declare(strict_types=1);

namespace Tovrin\App\Files;

/** The same bytes in another place: a second name of the file where the disk knows that, and else a copy. */
final class SameFile
{
    /** @return bool false when there is no room for it, or it is not allowed */
    public static function put(string $from, string $to): bool
    {
        return @link($from, $to) || @copy($from, $to);
    }
}
