<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

use Tovrin\App\Imaging\ForkedTask;
use Tovrin\App\Imaging\PictureError;

/**
 * Work with libvips in a process of its own: what a hostile file does to it does not reach the server or a worker, and its threads are
 * not torn by later forks. Everything that VipsImage does is to be called there.
 */
final class Vips
{
    /**
     * Does work in a process of its own, which may write into memory that both share.
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

    /** Has this process do its work with one thread, for when others like it work beside it: on small images threads cost more than they save. */
    public static function withOneThread(): void
    {
        Ffi::call(VipsLibrary::get(), 'vips_concurrency_set', 1);
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
     * @param \Closure(): VipsImage $image
     *
     * @throws PictureError with the message of whatever went wrong
     */
    public static function drawn(SharedBytes $memory, \Closure $image): void
    {
        self::aside(static function () use ($memory, $image): string {
            $image()->into($memory);

            return '';
        });
    }
}
