<?php

declare(strict_types=1);

namespace Tovrin\App\Files;

use Symfony\Component\Clock\DatePoint;
use Tovrin\App\Process\Leases;

/** Names of unfinished files that say which process is at them, so that what a killed one left can be told from what is under way. */
final class OwnedName
{
    /** Where the owner cannot be asked, it is given up after so many seconds of silence. */
    private const SILENT_SECONDS = 86_400;

    /** A mark for a name, different each time. */
    public static function mark(): string
    {
        return str_replace(':', '~', Leases::own()).'.'.bin2hex(random_bytes(4));
    }

    /** Whether nobody is at a file any more that has such a mark, or none, in its name. */
    public static function isAbandoned(string $path): bool
    {
        $changed = @filemtime($path);
        if (1 === preg_match('/([^.~\/]*~\d+~\d+)\.[0-9a-f]{8}\.part$/D', $path, $found)) {
            return !Leases::isAlive(str_replace('~', ':', $found[1]), false === $changed ? null : (new DatePoint())->setTimestamp($changed));
        }

        return false !== $changed && $changed < (new DatePoint())->getTimestamp() - self::SILENT_SECONDS;
    }
}
