<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/** Memory that this process and those it forks write to together: anonymous, shared, gone with its owner. */
final class SharedBytes
{
    private const DECLARATIONS = <<<'C'
        void* mmap(void* address, size_t length, int protection, int flags, int file, long offset);
        int munmap(void* address, size_t length);
        C;
    private const READ_WRITE = 3;
    private const SHARED_ANONYMOUS = 0x21;

    private readonly \FFI $libc;
    private readonly \FFI\CData $memory;

    /**
     * @param int<1, max> $length
     *
     * @throws PictureError when there is not so much memory
     */
    public function __construct(private readonly int $length)
    {
        $this->libc = \FFI::cdef(self::DECLARATIONS);
        $address = Ffi::call($this->libc, 'mmap', null, $length, self::READ_WRITE, self::SHARED_ANONYMOUS, -1, 0);
        // The system answers −1 when it has none.
        if (!$address instanceof \FFI\CData || -1 === $this->libc->cast('intptr_t', $address)?->cdata) { // @phpstan-ignore property.notFound
            throw new PictureError(\sprintf('There is not enough memory for this picture; it needs %d MB.', (int) ceil($length / 1e6)));
        }
        $this->memory = $address;
    }

    public function __destruct()
    {
        Ffi::call($this->libc, 'munmap', $this->memory, $this->length);
    }

    /** The memory as a pointer to its bytes. */
    public function bytes(): \FFI\CData
    {
        $bytes = $this->libc->cast('char*', $this->memory);
        \assert($bytes instanceof \FFI\CData);

        return $bytes;
    }

    public function toString(): string
    {
        return \FFI::string($this->memory, $this->length);
    }
}
