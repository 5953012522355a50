<?php

declare(strict_types=1);

namespace Tovrin\Core\Model\Table;

/** Where large things are kept for good that looks name by their digests: tables of other programs, masks. */
interface DataShelf
{
    /** @param string $digest SHA-256 of the bytes, in hexadecimal digits */
    public function data(string $digest): ?string;

    public function keepData(string $digest, string $bytes): void;
}
