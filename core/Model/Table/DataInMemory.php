<?php

declare(strict_types=1);

namespace Tovrin\Core\Model\Table;

/** What comes along with looks, for as long as a program runs. */
final class DataInMemory implements DataShelf
{
    /** @var array<string, string> */
    private array $data = [];

    public function data(string $digest): ?string
    {
        return $this->data[$digest] ?? null;
    }

    public function keepData(string $digest, string $bytes): void
    {
        $this->data[$digest] = $bytes;
    }
}
