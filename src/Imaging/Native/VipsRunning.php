<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** How operations of libvips are run. */
trait VipsRunning
{
    /** Where in the arguments of an operation its result goes. */
    private const OUT = "\0out";
    /** Options that the library takes as floating-point numbers: it would read whole ones as something else. */
    private const FLOATS = ['gap', 'idx', 'idy', 'max_alpha', 'odx', 'ody', 'vscale'];

    /**
     * Runs an operation that makes an image.
     *
     * @param list<mixed>                                $arguments in the library's order; OUT stands for the result
     * @param array<string, int|float|string|\FFI\CData> $options
     * @param list<self>                                 $needs     images that are in none of the arguments by themselves
     *
     * @throws VipsError
     */
    private static function run(string $operation, array $arguments, array $options = [], array $needs = []): self
    {
        $out = VipsLibrary::get()->new('VipsImage*');
        \assert($out instanceof \FFI\CData);
        $given = [];
        foreach ($arguments as $one) {
            if ($one instanceof self || $one instanceof VipsMatrix) {
                $needs[] = $one;
                $given[] = $one->handle;
            } else {
                $given[] = self::OUT === $one ? \FFI::addr($out) : $one;
            }
        }
        self::call($operation, $given, $options);

        return new self($out, $needs);
    }

    /**
     * @param list<mixed>                                $arguments
     * @param array<string, int|float|string|\FFI\CData> $options
     *
     * @throws VipsError
     */
    private static function call(string $operation, array $arguments, array $options): void
    {
        foreach ($options as $name => $value) {
            // Nobody converts what is handed to a C function after its named arguments.
            $isFloat = \in_array($name, self::FLOATS, true);
            if (\is_float($value) && !$isFloat) {
                throw new \LogicException(\sprintf('The option "%s" of %s is no floating-point number, or is not listed as one.', $name, $operation));
            }
            array_push($arguments, $name, $isFloat && \is_int($value) ? (float) $value : $value);
        }
        if (0 !== Ffi::call(VipsLibrary::get(), 'vips_'.$operation, ...[...$arguments, null])) {
            throw VipsMessages::error();
        }
    }

    /** @param non-empty-list<self> $images */
    private static function listOf(array $images): \FFI\CData
    {
        $count = \count($images);
        $list = VipsLibrary::get()->new("VipsImage*[$count]");
        \assert($list instanceof \FFI\CData);
        foreach ($images as $i => $image) {
            $list[$i] = $image->handle; // @phpstan-ignore offsetAccess.nonOffsetAccessible
        }

        \assert($list instanceof \FFI\CData);

        return $list;
    }
}
