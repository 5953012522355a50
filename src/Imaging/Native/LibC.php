<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** The functions of the C library that are called: the one place where they are declared. */
final class LibC
{
    private const DECLARATIONS = <<<'C'
        int fork(void);
        int waitpid(int pid, int* status, int options);
        int prctl(int option, unsigned long value);
        int setpriority(int which, unsigned int who, int nice);
        typedef struct { unsigned long now, most; } limit;
        int setrlimit(int what, const limit* limit);
        void* mmap(void* address, size_t length, int protection, int flags, int file, long offset);
        int munmap(void* address, size_t length);
        C;

    private static ?\FFI $library = null;

    public static function get(): \FFI
    {
        return self::$library ??= \FFI::cdef(self::DECLARATIONS);
    }

    public static function call(string $function, mixed ...$arguments): mixed
    {
        return Ffi::call(self::get(), $function, ...$arguments);
    }
}
