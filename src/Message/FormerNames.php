<?php

declare(strict_types=1);

namespace Tovrin\App\Message;

/** Messages that an earlier version has left waiting in the queue, by the names that their classes had there. */
final class FormerNames
{
    private const NOW = [
        'Tovrin\App\Export\MakeFile' => MakeFile::class,
        'Tovrin\App\Sheet\DrawPicture' => DrawPicture::class,
        'Tovrin\App\Choosing\StudyPhoto' => StudyPhoto::class,
        'Tovrin\App\Photo\DrawFull' => DrawFull::class,
    ];

    private static bool $known = false;

    public static function register(): void
    {
        if (!self::$known) {
            self::$known = true;
            spl_autoload_register(static function (string $class): void {
                if (isset(self::NOW[$class])) {
                    class_alias(self::NOW[$class], $class);
                }
            });
        }
    }
}
