<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** The bytes of a part of an image, computed; freed with this object. */
final class VipsPart
{
    public function __construct(public readonly \FFI\CData $bytes, public readonly int $length)
    {
    }

    public function __destruct()
    {
        Ffi::call(VipsLibrary::get(), 'g_free', $this->bytes);
    }

    public function into(SharedBytes $memory, int $offset): void
    {
        \FFI::memcpy($memory->at($offset), $this->bytes, max(0, $this->length));
    }

    public function toString(): string
    {
        return \FFI::string($this->bytes, max(0, $this->length));
    }
}
