<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** Numbers that an operation of libvips takes: weights of a filter, or of bands. Freed with this object. */
final class VipsMatrix
{
    /** @param \FFI\CData $handle which belongs to this object from now on */
    private function __construct(public readonly \FFI\CData $handle)
    {
    }

    public function __destruct()
    {
        Ffi::call(VipsLibrary::get(), 'g_object_unref', $this->handle);
    }

    /** @param non-empty-list<non-empty-list<float>> $rows of the same length */
    public static function of(array $rows): self
    {
        $numbers = array_merge(...$rows);
        $count = \count($numbers);
        $list = VipsLibrary::get()->new("double[$count]");
        \assert($list instanceof \FFI\CData);
        foreach ($numbers as $i => $number) {
            $list[$i] = $number; // @phpstan-ignore offsetAccess.nonOffsetAccessible
        }
        $matrix = Ffi::call(VipsLibrary::get(), 'vips_image_new_matrix_from_array', \count($rows[0]), \count($rows), $list, $count);
        if (!$matrix instanceof \FFI\CData || \FFI::isNull($matrix)) {
            throw VipsMessages::error();
        }

        return new self($matrix);
    }
}
