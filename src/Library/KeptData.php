<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Tovrin\App\Imaging\AtomicFile;
use Tovrin\Core\Model\Table\DataShelf;

/** What grades name by its digest, as files: tables of other programs, masks. They are kept for good. */
final readonly class KeptData implements DataShelf
{
    public function __construct(private PhotoStore $store)
    {
    }

    public function data(string $digest): ?string
    {
        $bytes = 1 === preg_match('/^[0-9a-f]{64}$/D', $digest) ? @file_get_contents($this->store->kept($digest)) : false;
        $bytes = false === $bytes ? false : @gzuncompress($bytes);

        return false === $bytes ? null : $bytes;
    }

    public function keepData(string $digest, string $bytes): void
    {
        $path = $this->store->kept($digest);
        if (!is_file($path)) {
            AtomicFile::write($path, (string) gzcompress($bytes, 6));
        }
    }
}
