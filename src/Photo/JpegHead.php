<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/** The head of a JPEG: ISO/IEC 10918-1, annex B. */
final class JpegHead
{
    private const LOOKED_AT = 4_000_000;

    /** Whether it comes in several scans of rising detail, which a decoder has to hold altogether. */
    public static function isProgressive(string $path): bool
    {
        $bytes = (string) @file_get_contents($path, false, null, 0, self::LOOKED_AT);
        for ($at = 2; $at + 4 < \strlen($bytes);) {
            if ("\xFF" !== $bytes[$at]) {
                return false;
            }
            $marker = \ord($bytes[$at + 1]);
            if (0xFF === $marker) {
                // Any number of these may fill the space before a marker.
                ++$at;
                continue;
            }
            if (\in_array($marker, [0xC2, 0xC6, 0xCA, 0xCE], true)) {
                return true;
            }
            if (0xDA === $marker || (0xC0 <= $marker && $marker <= 0xC3)) {
                return false;
            }
            $at += 2 + (\ord($bytes[$at + 2]) << 8 | \ord($bytes[$at + 3]));
        }

        return false;
    }
}
