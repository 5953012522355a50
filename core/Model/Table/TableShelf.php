<?php

declare(strict_types=1);

namespace Tovrin\Core\Model\Table;

/** Where tables are kept from one process to the next. Losing them costs only time. */
interface TableShelf
{
    /** @param string $key letters and digits */
    public function get(string $key): ?string;

    public function put(string $key, string $bytes): void;
}
