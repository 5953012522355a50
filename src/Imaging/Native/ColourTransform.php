<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** A transform of LittleCMS, which is freed with this object. */
final class ColourTransform
{
    /** @param \FFI\CData $handle of the transform, which belongs to this object from now on */
    public function __construct(private readonly \FFI $library, private readonly \FFI\CData $handle)
    {
    }

    public function __destruct()
    {
        Ffi::call($this->library, 'cmsDeleteTransform', $this->handle);
    }

    /** Takes so many pixels, interleaved, to others; both may be the same. */
    public function pixels(\FFI\CData $from, \FFI\CData $to, int $count): void
    {
        Ffi::call($this->library, 'cmsDoTransform', $this->handle, $from, $to, $count);
    }

    /**
     * Takes a part of a picture to one of another.
     *
     * @param int $across   pixels in a line
     * @param int $fromLine bytes from a line to the next, of the first
     * @param int $toLine   and of the second
     */
    public function lines(\FFI\CData $from, \FFI\CData $to, int $across, int $lines, int $fromLine, int $toLine): void
    {
        Ffi::call($this->library, 'cmsDoTransformLineStride', $this->handle, $from, $to, $across, $lines, $fromLine, $toLine, 0, 0);
    }
}
