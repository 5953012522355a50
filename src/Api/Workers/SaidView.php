<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Workers;

/** A line that a worker has said. */
final readonly class SaidView
{
    /** @param string $at date and time, by the clock of the front */
    private function __construct(public string $at, public string $line)
    {
    }

    /** @param string $kept seconds since 1970, and the line */
    public static function of(string $kept): self
    {
        [$at, $line] = explode(' ', $kept, 2) + [1 => ''];

        return new self(gmdate(\DATE_ATOM, (int) $at), $line);
    }
}
