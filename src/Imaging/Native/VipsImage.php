<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/**
 * An image of libvips: a picture, or what is to be computed of one, piece by piece when it is asked for. It belongs to this object, and
 * is freed with it; memory that it lies over stays as long.
 *
 * To be used in a process of its own, see Vips::aside().
 */
final class VipsImage
{
    use VipsMasks;
    use VipsOperations;
    use VipsRunning;

    /** What bands mean: RGB and grey, of 8 and of 16 bits. */
    public const RGB = 22;
    public const RGB_DEEP = 25;
    public const GREY = 1;
    public const GREY_DEEP = 26;

    /** Whether a JPEG or AVIF keeps colour in every pixel. */
    public const COLOUR_KEPT = 2;
    public const COLOUR_HALVED = 1;

    private const ACCESS_SEQUENTIAL = 1;
    /** Bytes of an image that may be held twice. */
    private const AT_ONCE_MOST = 160_000_000;
    /** Of a value, by the library's number of its format; of those that are used. */
    private const BYTES = [1, 1, 2, 2, 4, 4, 4];
    private const BYTES_OF_OTHERS = 8;

    /** @param list<self|VipsMatrix|SharedBytes|string> $needs what it is computed from, and has to stay */
    private function __construct(private readonly \FFI\CData $handle, private readonly array $needs = [])
    {
    }

    public function __destruct()
    {
        Ffi::call(VipsLibrary::get(), 'g_object_unref', $this->handle);
    }

    /**
     * A file opened; its pixels are decoded when they are asked for, once, from the top.
     *
     * @param string                    $loader  of the library
     * @param array<string, int|string> $options
     *
     * @throws VipsError when it cannot be
     */
    public static function opened(string $loader, string $path, array $options = []): self
    {
        return self::run($loader, [$path, self::OUT], ['access' => self::ACCESS_SEQUENTIAL] + $options);
    }

    /**
     * Pixels in memory as an image, in the machine's byte order.
     *
     * @param int $bits   8 or 16 a band, or 32 for floats
     * @param int $offset bytes before them
     */
    public static function over(SharedBytes|string $memory, int $width, int $height, int $bands, int $bits, int $offset = 0): self
    {
        $size = $width * $height * $bands * intdiv($bits, 8);
        if ($offset + $size > (\is_string($memory) ? \strlen($memory) : $memory->length())) {
            throw new \LogicException(\sprintf('There are fewer bytes than an image of %d × %d needs.', $width, $height));
        }
        $start = match (true) {
            $memory instanceof SharedBytes => $memory->at($offset),
            0 === $offset => $memory,
            default => throw new \LogicException('Only shared memory can be begun in the middle of.'),
        };

        return new self(self::made(Ffi::call(VipsLibrary::get(), 'vips_image_new_from_memory', $start, $size, $width, $height, $bands, SampleFormat::ofBits($bits)->value)), [$memory]);
    }

    public function width(): int
    {
        return $this->number('width');
    }

    public function height(): int
    {
        return $this->number('height');
    }

    public function bands(): int
    {
        return $this->number('bands');
    }

    /** Null when its values are of a kind that is not used here. */
    public function format(): ?SampleFormat
    {
        return SampleFormat::tryFrom($this->number('format'));
    }

    /** What its bands mean, by the library's number. */
    public function interpretation(): int
    {
        return $this->number('interpretation');
    }

    /** A number that came with a file; null when it has none of the name. */
    public function field(string $name): ?int
    {
        $value = new OutNumber(VipsLibrary::get(), 'int');
        if (!$this->has($name) || 0 !== Ffi::call(VipsLibrary::get(), 'vips_image_get_int', $this->handle, $name, $value->place())) {
            return null;
        }

        return $value->value();
    }

    /** Data that came with a file; null when it has none of the name. */
    public function blob(string $name): ?string
    {
        $vips = VipsLibrary::get();
        $data = $vips->new('const void*');
        \assert($data instanceof \FFI\CData);
        $length = new OutNumber($vips, 'size_t');
        if (!$this->has($name) || 0 !== Ffi::call($vips, 'vips_image_get_blob', $this->handle, $name, \FFI::addr($data), $length->place())) {
            return null;
        }

        return $length->value() > 0 ? \FFI::string($data, $length->value()) : null;
    }

    /** On a copy(), since an image may be another's source. */
    public function setBlob(string $name, string $bytes): void
    {
        Ffi::call(VipsLibrary::get(), 'vips_image_set_blob_copy', $this->handle, $name, $bytes, \strlen($bytes));
    }

    public function setNumber(string $name, int $number): void
    {
        Ffi::call(VipsLibrary::get(), 'vips_image_set_int', $this->handle, $name, $number);
    }

    /** The image computed, so that it can be asked for again and again. */
    public function inMemory(): self
    {
        // One that lies over memory as it is stays there.
        return new self(self::made(Ffi::call(VipsLibrary::get(), 'vips_image_copy_memory', $this->handle)), array_values(array_filter($this->needs, static fn (mixed $need): bool => !$need instanceof self && !$need instanceof VipsMatrix)));
    }

    /** Whether it is small enough to be held twice. */
    public function isAtOnce(): bool
    {
        return $this->width() * $this->height() * $this->bands() * (self::BYTES[$this->number('format')] ?? self::BYTES_OF_OTHERS) <= self::AT_ONCE_MOST;
    }

    /**
     * Computes it into memory.
     *
     * @throws VipsError
     */
    public function into(SharedBytes $memory): void
    {
        if ($this->isAtOnce()) {
            // With all of the library's threads, at the price of holding it twice for a moment.
            $length = new OutNumber(VipsLibrary::get(), 'size_t');
            $whole = self::made(Ffi::call(VipsLibrary::get(), 'vips_image_write_to_memory', $this->handle, $length->place()));
            try {
                if ($length->value() > $memory->length()) {
                    throw new \LogicException(\sprintf('An image of %d bytes does not fit into %d.', $length->value(), $memory->length()));
                }
                \FFI::memcpy($memory->at(0), $whole, $length->value());
            } finally {
                Ffi::call(VipsLibrary::get(), 'g_free', $whole);
            }

            return;
        }
        $offset = 0;
        foreach ($this->strips() as $strip) {
            $strip->into($memory, $offset);
            $offset += $strip->length;
        }
    }

    /**
     * Computes it, strip by strip from the top. A strip is there until the next one is asked for.
     *
     * @return \Generator<int, VipsPart> by the row it begins at
     *
     * @throws VipsError
     */
    public function strips(): \Generator
    {
        $region = $this->region();
        [$width, $height] = [$this->width(), $this->height()];
        $rows = max(8, min(512, intdiv(1 << 18, max(1, $width))));
        for ($top = 0; $top < $height; $top += $rows) {
            yield $top => $region->part(0, $top, $width, min($rows, $height - $top));
        }
    }

    public function region(): VipsRegion
    {
        return new VipsRegion(self::made(Ffi::call(VipsLibrary::get(), 'vips_region_new', $this->handle)), $this);
    }

    /**
     * Writes it as a file.
     *
     * @param string                          $saver   of the library
     * @param array<string, int|float|string> $options
     *
     * @throws VipsError
     */
    public function save(string $saver, string $path, array $options): void
    {
        self::call($saver, [$this->handle, $path], $options);
    }

    private function has(string $name): bool
    {
        return 0 !== Ffi::call(VipsLibrary::get(), 'vips_image_get_typeof', $this->handle, $name);
    }

    /** @param 'width'|'height'|'bands'|'format'|'interpretation' $what */
    private function number(string $what): int
    {
        $number = Ffi::call(VipsLibrary::get(), 'vips_image_get_'.$what, $this->handle);

        return \is_int($number) ? $number : 0;
    }

    /**
     * What the library has made.
     *
     * @throws VipsError when it has not
     */
    private static function made(mixed $handle): \FFI\CData
    {
        if (!$handle instanceof \FFI\CData || \FFI::isNull($handle)) {
            throw VipsMessages::error();
        }

        return $handle;
    }
}
