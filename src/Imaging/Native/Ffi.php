<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** FFI methods exist only at run time; this is the one place where they are called by name. */
final class Ffi
{
    public static function call(\FFI $library, string $function, mixed ...$arguments): mixed
    {
        return $library->{$function}(...$arguments);
    }
}
