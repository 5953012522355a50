<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

/** One file of a ZIP archive, and where its bytes come from: a file, or a piece of one. */
final readonly class ZipPart
{
    /**
     * @param int  $from   first byte
     * @param int  $length bytes; 0 for all up to the end
     * @param bool $packs  whether it is worth packing: pictures are packed already
     */
    public function __construct(public string $path, public int $from = 0, public int $length = 0, public bool $packs = false)
    {
    }
}
