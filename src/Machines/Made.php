<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

/** What came of a task. */
final readonly class Made
{
    /**
     * @param array<string, scalar|list<string>|null> $facts what there is to say of it
     * @param bool                                    $file  whether there is a finished file
     */
    public function __construct(public array $facts = [], public bool $file = true)
    {
    }

    public function text(string $name): string
    {
        $value = $this->facts[$name] ?? null;

        return \is_string($value) ? $value : '';
    }

    public function number(string $name): ?float
    {
        $value = $this->facts[$name] ?? null;

        return \is_int($value) || \is_float($value) ? (float) $value : null;
    }

    /** @return list<string> */
    public function texts(string $name): array
    {
        $value = $this->facts[$name] ?? null;

        return \is_array($value) ? $value : [];
    }
}
