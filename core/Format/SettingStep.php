<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

/** A number in a look, and how far it goes with each step along a line; see LookLine. */
final readonly class SettingStep
{
    /**
     * @param string $path where it stands in the look: a JSON Pointer (RFC 6901), such as /moves/1/params/hue
     * @param float  $by   not 0
     */
    public function __construct(public string $path, public float $by)
    {
    }

    /** @return list<string> the names and numbers that lead there */
    public function way(): array
    {
        return array_map(static fn (string $part): string => strtr($part, ['~1' => '/', '~0' => '~']), \array_slice(explode('/', $this->path), 1));
    }
}
