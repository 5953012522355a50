<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** How far this process gives way to others. */
final class Priority
{
    private const PROCESS = 0;

    /** @param int $niceness 0…19, 0 as usual; it can be raised by anybody, and lowered by nobody */
    public static function set(int $niceness): void
    {
        LibC::call('setpriority', self::PROCESS, 0, $niceness);
    }
}
