<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

use Tovrin\App\Imaging\ForkedTask;
use Tovrin\App\Imaging\PictureError;

/**
 * libvips through FFI: reads, writes and resizes pictures of every common format, piece by piece, without holding them whole.
 *
 * Everything here is to be called in a process of its own, see aside(): what a hostile file does to it does not reach the
 * server or a worker, and its threads are not torn by later forks.
 */
final class Vips
{
    /** Where in the arguments of an operation its result goes. */
    public const OUT = "\0out";

    public const ACCESS_SEQUENTIAL = 1;
    public const UCHAR = 0;
    public const USHORT = 2;
    private const EXTEND_COPY = 1;
    public const FLOAT = 6;
    /** What bands mean: RGB of 8 and of 16 bits. */
    public const RGB = 22;
    public const RGB_DEEP = 25;
    /** And grey. */
    public const GREY = 1;
    public const GREY_DEEP = 26;

    /** Whether a JPEG or AVIF keeps colour in every pixel. */
    public const COLOUR_KEPT = 2;
    public const COLOUR_HALVED = 1;

    /** Bytes of an image that may be held twice. */
    private const AT_ONCE_MOST = 160_000_000;
    /** Options that the library takes as floating-point numbers: it would read whole ones as something else. */
    private const FLOATS = ['gap', 'idx', 'idy', 'max_alpha', 'odx', 'ody', 'vscale'];
    /** Of a value, by the library's number of its format. */
    private const BYTES = [self::UCHAR => 1, 1 => 1, self::USHORT => 2, 3 => 2, 4 => 4, 5 => 4, self::FLOAT => 4];

    /**
     * Does work with libvips in a process of its own, which may write into memory that both share.
     *
     * @param \Closure(): string      $work      what it returns is the result
     * @param (callable(): void)|null $meanwhile see ForkedTask::result()
     *
     * @throws PictureError with the message of whatever went wrong
     */
    public static function aside(\Closure $work, ?callable $meanwhile = null): string
    {
        return self::begin($work)->result($meanwhile);
    }

    /**
     * The work of aside() without waiting.
     *
     * @param \Closure(): string $work
     */
    public static function begin(\Closure $work): ForkedTask
    {
        // Loaded before the fork, so that it is loaded once.
        VipsLibrary::get();

        return new ForkedTask($work);
    }

    /**
     * Draws an image into memory, in a process of its own.
     *
     * @param \Closure(): \FFI\CData $image
     *
     * @throws PictureError with the message of whatever went wrong
     */
    public static function drawn(SharedBytes $memory, \Closure $image): void
    {
        self::aside(static function () use ($memory, $image): string {
            self::into($image(), $memory);

            return '';
        });
    }

    /**
     * Runs an operation.
     *
     * @param list<mixed>                    $arguments in the library's order; OUT stands for the result
     * @param array<string, int|float|string|\FFI\CData> $options
     *
     * @return \FFI\CData the resulting image; the first argument where the operation has none
     *
     * @throws VipsError
     */
    public static function run(string $operation, array $arguments, array $options = []): \FFI\CData
    {
        $vips = VipsLibrary::get();
        $out = $vips->new('VipsImage*');
        \assert($out instanceof \FFI\CData);
        $given = array_map(static fn (mixed $one): mixed => self::OUT === $one ? \FFI::addr($out) : $one, $arguments);
        foreach ($options as $name => $value) {
            // Nobody converts what is handed to a C function after its named arguments.
            $isFloat = \in_array($name, self::FLOATS, true);
            if (\is_float($value) && !$isFloat) {
                throw new \LogicException(\sprintf('The option "%s" of %s is no floating-point number, or is not listed as one.', $name, $operation));
            }
            array_push($given, $name, $isFloat && \is_int($value) ? (float) $value : $value);
        }
        $given[] = null;
        Ffi::call($vips, 'vips_error_clear');
        if (0 !== Ffi::call($vips, 'vips_'.$operation, ...$given)) {
            throw self::error();
        }

        return \in_array(self::OUT, $arguments, true) || !$arguments[0] instanceof \FFI\CData ? $out : $arguments[0];
    }

    /**
     * The largest of several images of one band, pixel by pixel.
     *
     * @param non-empty-list<\FFI\CData> $images
     */
    public static function largest(array $images): \FFI\CData
    {
        return self::run('bandrank', [self::listOf($images), self::OUT, \count($images)], ['index' => \count($images) - 1]);
    }

    /**
     * Images of as many pixels as one, with the bands of all of them one after the other.
     *
     * @param non-empty-list<\FFI\CData> $images
     */
    public static function together(array $images): \FFI\CData
    {
        return self::run('bandjoin', [self::listOf($images), self::OUT, \count($images)]);
    }

    /**
     * A row of numbers, for filters.
     *
     * @param non-empty-list<float> $values
     */
    public static function row(array $values): \FFI\CData
    {
        $vips = VipsLibrary::get();
        $count = \count($values);
        $list = $vips->new("double[$count]");
        \assert($list instanceof \FFI\CData);
        foreach ($values as $i => $value) {
            $list[$i] = $value; // @phpstan-ignore offsetAccess.nonOffsetAccessible
        }

        return self::made(Ffi::call($vips, 'vips_image_new_matrix_from_array', $count, 1, $list, $count));
    }

    /**
     * An image with more points, in straight lines between the middles of those it has. Not by the library's own resizing, which is off by half
     * a pixel here.
     */
    public static function enlarged(\FFI\CData $image, int $width, int $height): \FFI\CData
    {
        $area = self::made(Ffi::call(VipsLibrary::get(), 'vips_array_int_newv', 4, 0, 0, $width, $height));

        return self::run('affine', [$image, self::OUT, $width / self::number($image, 'width'), 0.0, 0.0, $height / self::number($image, 'height')], ['idx' => 0.5, 'idy' => 0.5, 'odx' => -0.5, 'ody' => -0.5, 'oarea' => $area, 'extend' => self::EXTEND_COPY]);
    }

    /** The image computed, so that it can be asked for again and again. */
    public static function inMemory(\FFI\CData $image): \FFI\CData
    {
        return self::made(Ffi::call(VipsLibrary::get(), 'vips_image_copy_memory', $image));
    }

    /** Pixels in memory as an image, in 8 or 16 bits a band, or 32 for floats; the memory has to stay. */
    public static function over(\FFI\CData|string $memory, int $width, int $height, int $bands, int $bits): \FFI\CData
    {
        $image = Ffi::call(VipsLibrary::get(), 'vips_image_new_from_memory', $memory, $width * $height * $bands * intdiv($bits, 8), $width, $height, $bands, [8 => self::UCHAR, 16 => self::USHORT, 32 => self::FLOAT][$bits] ?? throw new \LogicException(\sprintf('There are no values of %d bits.', $bits)));

        return self::made($image);
    }

    /**
     * Computes an image, strip by strip from the top.
     *
     * @param callable(\FFI\CData, int<0, max>, int): void $take told the bytes of a strip, how many they are, and the row it begins at
     *
     * @throws VipsError
     */
    public static function strips(\FFI\CData $image, callable $take): void
    {
        $region = new VipsRegion($image);
        [$width, $height] = [self::number($image, 'width'), self::number($image, 'height')];
        $rows = max(8, min(512, intdiv(1 << 18, max(1, $width))));
        for ($top = 0; $top < $height; $top += $rows) {
            $region->part(0, $top, $width, min($rows, $height - $top), static fn (\FFI\CData $strip, int $bytes) => $take($strip, $bytes, $top));
        }
    }

    /** Whether an image is small enough to be held twice. */
    public static function isAtOnce(\FFI\CData $image): bool
    {
        $bytes = self::BYTES[self::number($image, 'format')] ?? 8;

        return self::number($image, 'width') * self::number($image, 'height') * self::number($image, 'bands') * $bytes <= self::AT_ONCE_MOST;
    }

    /** Computes an image into memory. */
    public static function into(\FFI\CData $image, SharedBytes $memory): void
    {
        $offset = 0;
        if (self::isAtOnce($image)) {
            // With all of the library's threads, at the price of holding it twice for a moment.
            $length = VipsLibrary::get()->new('size_t');
            \assert($length instanceof \FFI\CData);
            $whole = self::made(Ffi::call(VipsLibrary::get(), 'vips_image_write_to_memory', $image, \FFI::addr($length)));
            try {
                $bytes = $length->cdata; // @phpstan-ignore property.notFound
                \FFI::memcpy($memory->at(0), $whole, \is_int($bytes) ? max(0, $bytes) : 0);
            } finally {
                Ffi::call(VipsLibrary::get(), 'g_free', $whole);
            }

            return;
        }
        self::strips($image, static function (\FFI\CData $strip, int $bytes) use ($memory, &$offset): void {
            \FFI::memcpy($memory->at($offset), $strip, $bytes);
            $offset += $bytes;
        });
    }

    /** @param 'width'|'height'|'bands'|'format'|'interpretation' $what */
    public static function number(\FFI\CData $image, string $what): int
    {
        $number = Ffi::call(VipsLibrary::get(), 'vips_image_get_'.$what, $image);

        return \is_int($number) ? $number : 0;
    }

    /** A number that came with a file; null when it has none of the name. */
    public static function field(\FFI\CData $image, string $name): ?int
    {
        $vips = VipsLibrary::get();
        $value = $vips->new('int');
        \assert($value instanceof \FFI\CData);
        if (0 === Ffi::call($vips, 'vips_image_get_typeof', $image, $name) || 0 !== Ffi::call($vips, 'vips_image_get_int', $image, $name, \FFI::addr($value))) {
            return null;
        }
        $number = $value->cdata; // @phpstan-ignore property.notFound

        return \is_int($number) ? $number : null;
    }

    /** Data that came with a file; null when it has none of the name. */
    public static function blob(\FFI\CData $image, string $name): ?string
    {
        $vips = VipsLibrary::get();
        $data = $vips->new('const void*');
        $length = $vips->new('size_t');
        \assert($data instanceof \FFI\CData && $length instanceof \FFI\CData);
        if (0 === Ffi::call($vips, 'vips_image_get_typeof', $image, $name) || 0 !== Ffi::call($vips, 'vips_image_get_blob', $image, $name, \FFI::addr($data), \FFI::addr($length))) {
            return null;
        }
        $bytes = $length->cdata; // @phpstan-ignore property.notFound

        return \is_int($bytes) && $bytes > 0 ? \FFI::string($data, $bytes) : null;
    }

    public static function setBlob(\FFI\CData $image, string $name, string $bytes): void
    {
        Ffi::call(VipsLibrary::get(), 'vips_image_set_blob_copy', $image, $name, $bytes, \strlen($bytes));
    }

    public static function setNumber(\FFI\CData $image, string $name, int $number): void
    {
        Ffi::call(VipsLibrary::get(), 'vips_image_set_int', $image, $name, $number);
    }

    public static function forget(\FFI\CData $image): void
    {
        Ffi::call(VipsLibrary::get(), 'g_object_unref', $image);
    }

    /** @param non-empty-list<\FFI\CData> $images */
    private static function listOf(array $images): \FFI\CData
    {
        $count = \count($images);
        $list = VipsLibrary::get()->new("VipsImage*[$count]");
        \assert($list instanceof \FFI\CData);
        foreach ($images as $i => $image) {
            $list[$i] = $image; // @phpstan-ignore offsetAccess.nonOffsetAccessible
        }

        \assert($list instanceof \FFI\CData);

        return $list;
    }

    /**
     * What the library has made.
     *
     * @throws VipsError when it has not
     */
    public static function made(mixed $image): \FFI\CData
    {
        if (!$image instanceof \FFI\CData || \FFI::isNull($image)) {
            throw self::error();
        }

        return $image;
    }

    /** Whether the library has said anything about what it has done since the last operation began, though it went on. */
    public static function hasWarned(): bool
    {
        // In the same list stands what LittleCMS says of profiles, of which others speak.
        return '' !== trim((string) preg_replace('/^VipsIcc: .*$/m', '', self::error()->getMessage()));
    }

    private static function error(): VipsError
    {
        $message = Ffi::call(VipsLibrary::get(), 'vips_error_buffer');

        return new VipsError(trim(\is_string($message) ? $message : ''));
    }
}
