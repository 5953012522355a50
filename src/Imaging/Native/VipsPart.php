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
        if ($offset + $this->length > $memory->length()) {
            throw new \LogicException('A part of an image does not fit into its memory.');
        }
        \FFI::memcpy($memory->at($offset), $this->bytes, max(0, $this->length));
    }

    /** A stretch of it, a row for example. */
    public function rowInto(SharedBytes $memory, int $offset, int $from, int $length): void
    {
        $bytes = VipsLibrary::get()->cast('char*', $this->bytes);
        \assert($bytes instanceof \FFI\CData);
        \FFI::memcpy($memory->at($offset), \FFI::addr($bytes[$from]), max(0, $length)); // @phpstan-ignore argument.type
    }
}
