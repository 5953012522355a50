<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

/**
 * The frame of an ICC profile: its header and its list of tags.
 *
 * Source: ICC.1:2010 (profile version 4.3), 7.2 and 7.3.
 */
final class IccFile
{
    private const HEADER = 128;
    /** No profile for pictures has more. */
    private const TAGS_MOST = 200;

    /**
     * @param string                $signatures class, colour space and connection space, four letters each
     * @param array<string, string> $tags       by signature
     */
    public static function assemble(string $signatures, array $tags): string
    {
        $directory = pack('N', \count($tags));
        $offset = self::HEADER + 4 + 12 * \count($tags);
        $body = '';
        foreach ($tags as $signature => $data) {
            $directory .= $signature.pack('NN', $offset + \strlen($body), \strlen($data));
            $body .= str_pad($data, (int) (ceil(\strlen($data) / 4) * 4), "\0");
        }
        $header = pack('N', $offset + \strlen($body))
            ."\0\0\0\0"                              // preferred colour management module: any
            .pack('N', 0x04300000)                   // version 4.3
            .$signatures
            .pack('n6', 2026, 1, 1, 0, 0, 0)         // a fixed date, so that the same grade is the same file
            .'acsp'
            ."\0\0\0\0"                              // no primary platform
            .pack('N', 0).pack('N', 0).pack('N', 0)  // flags, manufacturer, model
            .pack('NN', 0, 0)                        // attributes
            .pack('N', 0)                            // perceptual intent
            .pack('NNN', 0xF6D6, 0x10000, 0xD32D)    // D50
            .pack('N', 0);                           // creator
        $profile = str_pad($header, self::HEADER, "\0").$directory.$body;

        // The profile identifier is the MD5 of the file with flags, intent and identifier zeroed: they are.
        return substr_replace($profile, md5($profile, true), 84, 16);
    }

    /**
     * The tags of a profile.
     *
     * @return array<string, string>|null by signature; null when it is no profile, or one of its tags lies beyond its end
     */
    public static function tags(string $profile): ?array
    {
        if (\strlen($profile) < self::HEADER + 4 || 'acsp' !== substr($profile, 36, 4)) {
            return null;
        }
        $count = self::number($profile, self::HEADER);
        if ($count > self::TAGS_MOST || \strlen($profile) < self::HEADER + 4 + 12 * $count) {
            return null;
        }
        $tags = [];
        for ($i = 0; $i < $count; ++$i) {
            $at = self::HEADER + 4 + 12 * $i;
            $offset = self::number($profile, $at + 4);
            $length = self::number($profile, $at + 8);
            if ($offset + $length > \strlen($profile)) {
                return null;
            }
            $tags[substr($profile, $at, 4)] = substr($profile, $offset, $length);
        }

        return $tags;
    }

    public static function text(string $text): string
    {
        $utf16 = mb_convert_encoding($text, 'UTF-16BE', 'UTF-8');

        return 'mluc'."\0\0\0\0".pack('NN', 1, 12).'enGB'.pack('NN', \strlen($utf16), 28).$utf16;
    }

    /** A signed number with 16 bits behind the point. */
    public static function fixed(float $value): string
    {
        return pack('N', (int) round($value * 65536) & 0xFFFFFFFF);
    }

    /** The unsigned number of 32 bits at a place; 0 beyond the end. */
    public static function number(string $bytes, int $at): int
    {
        $found = unpack('N', substr($bytes, $at, 4).str_repeat("\0", 4));

        return \is_array($found) && \is_int($found[1]) ? $found[1] : 0;
    }

    /** The signed number with 16 bits behind the point at a place. */
    public static function fixedAt(string $bytes, int $at): float
    {
        $number = self::number($bytes, $at);

        return ($number >= 0x80000000 ? $number - 0x100000000 : $number) / 65536;
    }
}
