<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** What LibRaw has made of a file: interleaved RGB of 16 bits, upright; freed with this object. */
final class LibRawPicture
{
    private const BYTES_A_PIXEL = 6;

    public function __construct(public readonly int $width, public readonly int $height, private readonly \FFI\CData $pixels, private readonly \Closure $free)
    {
    }

    public function __destruct()
    {
        ($this->free)();
    }

    public function into(SharedBytes $memory): void
    {
        \FFI::memcpy($memory->at(0), $this->pixels, max(0, self::BYTES_A_PIXEL * $this->width * $this->height));
    }
}
