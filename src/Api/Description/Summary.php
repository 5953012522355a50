<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Description;

/** The first paragraph of a docblock, as one line. */
final class Summary
{
    public static function of(string|false $docblock): string
    {
        $text = trim((string) preg_replace('#^\s*/?\*+/?[ \t]?|\s*\*/$#m', '', (string) $docblock));
        $text = (string) preg_replace('/(\n\s*\n|\n@|^@).*/s', '', $text);

        return trim((string) preg_replace('/\s+/', ' ', $text));
    }
}
