<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** What libvips says of its work, errors and warnings alike: a list of the process that only grows until it is cleared. */
final class VipsMessages
{
    /** What LittleCMS says of profiles, which others speak of. */
    private const OF_PROFILES = '/^VipsIcc: .*$/m';

    public static function clear(): void
    {
        Ffi::call(VipsLibrary::get(), 'vips_error_clear');
    }

    /** Whether anything was said since they were cleared, though the work went on. */
    public static function haveWarnings(): bool
    {
        return '' !== trim((string) preg_replace(self::OF_PROFILES, '', self::all()));
    }

    /** The error to throw when an operation has failed; the list begins anew. */
    public static function error(): VipsError
    {
        $error = new VipsError(self::all());
        self::clear();

        return $error;
    }

    private static function all(): string
    {
        $messages = Ffi::call(VipsLibrary::get(), 'vips_error_buffer');

        return trim(\is_string($messages) ? $messages : '');
    }
}
