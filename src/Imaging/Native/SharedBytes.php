<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

use Tovrin\App\Imaging\PictureError;

/** Memory that this process and those it forks write to together: anonymous, shared, gone with its owner. */
final class SharedBytes
{
    private const READ_WRITE = 3;
    /** Shared and anonymous; room is taken only for what is written. */
    private const SHARED_ANONYMOUS = 0x4021;
    private const PAGE = 4096;

    private readonly \FFI\CData $memory;
    private int $mapped;

    /**
     * @param int $length above 0
     *
     * @throws PictureError when there is not so much memory
     */
    public function __construct(private int $length)
    {
        $this->mapped = $length;
        $address = LibC::call('mmap', null, $length, self::READ_WRITE, self::SHARED_ANONYMOUS, -1, 0);
        // The system answers −1 when it has none.
        if (!$address instanceof \FFI\CData || -1 === LibC::get()->cast('intptr_t', $address)?->cdata) { // @phpstan-ignore property.notFound
            throw new PictureError(\sprintf('There is not enough memory for this picture; it needs %d MB.', (int) ceil($length / 1e6)));
        }
        $this->memory = $address;
    }

    public function __destruct()
    {
        LibC::call('munmap', $this->memory, $this->mapped);
    }

    /** The memory as a pointer to its bytes. */
    public function bytes(): \FFI\CData
    {
        $bytes = LibC::get()->cast('char*', $this->memory);
        \assert($bytes instanceof \FFI\CData);

        return $bytes;
    }

    public function length(): int
    {
        return $this->length;
    }

    /** A pointer to the byte at a place. */
    public function at(int $offset): \FFI\CData
    {
        $place = \FFI::addr($this->bytes()[$offset]); // @phpstan-ignore argument.type

        return $place;
    }

    /** Gives back what lies behind a length; to be called by the process that has made it. */
    public function cutTo(int $length): void
    {
        $pages = self::PAGE * intdiv($length + self::PAGE - 1, self::PAGE);
        if ($pages < $this->mapped && $pages > 0) {
            LibC::call('munmap', $this->at($pages), $this->mapped - $pages);
            $this->mapped = $pages;
        }
        $this->length = $length;
    }

    public function put(int $offset, string $bytes): void
    {
        \FFI::memcpy($this->at($offset), $bytes, \strlen($bytes));
    }

    /** Takes a part of another memory. */
    public function copy(int $offset, self $from, int $fromOffset, int $length): void
    {
        \FFI::memcpy($this->at($offset), $from->at($fromOffset), max(0, $length));
    }

    /** A part of the memory, to its end unless a length is given. */
    public function toString(int $offset = 0, ?int $length = null): string
    {
        return \FFI::string($this->at($offset), max(0, $length ?? $this->length - $offset));
    }
}
