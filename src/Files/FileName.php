<?php

declare(strict_types=1);

namespace Tovrin\App\Files;

/** Texts as names of files. */
final class FileName
{
    /** A text as a part of a file's name: small letters and digits, joined by hyphens. */
    public static function slug(string $text): string
    {
        return trim((string) preg_replace('/[^\p{L}\p{N}]+/u', '-', mb_strtolower(mb_scrub($text))), '-');
    }

    /** Without what no system allows in the name of a file. */
    public static function plain(string $text): string
    {
        return (string) preg_replace('#[\x00-\x1F\x7F/\\\\:*?"<>|]+#u', '-', mb_scrub($text));
    }
}
