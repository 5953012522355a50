<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** Parts of an image, computed when they are asked for; what belongs to the library is freed with this object. */
final class VipsRegion
{
    /**
     * @param \FFI\CData $handle which belongs to this object from now on
     * @param VipsImage  $image  whose memory has to stay as long
     */
    public function __construct(private readonly \FFI\CData $handle, public readonly VipsImage $image)
    {
    }

    public function __destruct()
    {
        Ffi::call(VipsLibrary::get(), 'g_object_unref', $this->handle);
    }

    /**
     * Computes a part.
     *
     * @throws VipsError
     */
    public function part(int $left, int $top, int $width, int $height): VipsPart
    {
        $length = new OutNumber(VipsLibrary::get(), 'size_t');
        $part = Ffi::call(VipsLibrary::get(), 'vips_region_fetch', $this->handle, $left, $top, $width, $height, $length->place());
        if (!$part instanceof \FFI\CData || \FFI::isNull($part)) {
            throw VipsMessages::error();
        }

        return new VipsPart($part, $length->value());
    }
}
