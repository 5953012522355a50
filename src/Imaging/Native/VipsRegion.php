<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** Parts of an image, computed when they are asked for; what belongs to the library is freed with this object. */
final class VipsRegion
{
    private readonly \FFI\CData $handle;

    public function __construct(\FFI\CData $image)
    {
        $this->handle = Vips::made(Ffi::call(VipsLibrary::get(), 'vips_region_new', $image));
    }

    public function __destruct()
    {
        Ffi::call(VipsLibrary::get(), 'g_object_unref', $this->handle);
    }

    /**
     * Computes a part. Its bytes are there as long as the caller is at them, and freed when it throws as well.
     *
     * @param callable(\FFI\CData, int<0, max>): void $take told the bytes and how many they are
     *
     * @throws VipsError
     */
    public function part(int $left, int $top, int $width, int $height, callable $take): void
    {
        $vips = VipsLibrary::get();
        $length = $vips->new('size_t');
        \assert($length instanceof \FFI\CData);
        $part = Vips::made(Ffi::call($vips, 'vips_region_fetch', $this->handle, $left, $top, $width, $height, \FFI::addr($length)));
        try {
            $bytes = $length->cdata; // @phpstan-ignore property.notFound
            $take($part, \is_int($bytes) ? max(0, $bytes) : 0);
        } finally {
            Ffi::call($vips, 'g_free', $part);
        }
    }
}
