<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Cube\Cube;

/**
 * An ICC device link from sRGB to sRGB that holds the cube: colour management applies it to
 * pixels without going through a connection space.
 *
 * Source: ICC.1:2010 (profile version 4.3): header 7.2, device link 8.6, lut16Type 10.10 with a
 * single three-dimensional table and two-entry identity curves.
 */
final class IccDeviceLink
{
    public static function write(Cube $cube, string $title): string
    {
        return self::ofTable($cube->size, $cube->toWords(true), $title);
    }

    /**
     * A link from a table that was computed as such; see Compiler::tableWords().
     *
     * @param int    $size  nodes along each axis
     * @param string $words size³ × 3 words of 16 bits, most significant byte first, red running slowest
     */
    public static function ofTable(int $size, string $words, string $title): string
    {
        if ($size > 255 || \strlen($words) !== 6 * $size ** 3) {
            throw new \InvalidArgumentException('An ICC table has at most 255 nodes a side, and six bytes a node.');
        }
        $tags = [
            'desc' => self::text('' === trim($title) ? 'Untitled' : $title),
            'cprt' => self::text('No copyright, use freely'),
            'pseq' => self::sequence(),
            'A2B0' => self::table($size, $words),
        ];
        $directory = pack('N', \count($tags));
        $offset = 128 + 4 + 12 * \count($tags);
        $body = '';
        foreach ($tags as $signature => $data) {
            $directory .= $signature.pack('NN', $offset + \strlen($body), \strlen($data));
            $body .= str_pad($data, (int) (ceil(\strlen($data) / 4) * 4), "\0");
        }
        $header = pack('N', $offset + \strlen($body))
            ."\0\0\0\0"                              // preferred colour management module: any
            .pack('N', 0x04300000)                   // version 4.3
            .'linkRGB RGB '
            .pack('n6', 2026, 1, 1, 0, 0, 0)         // a fixed date, so that the same grade is the same file
            .'acsp'
            ."\0\0\0\0"                              // no primary platform
            .pack('N', 0).pack('N', 0).pack('N', 0)  // flags, manufacturer, model
            .pack('NN', 0, 0)                        // attributes
            .pack('N', 0)                            // perceptual intent
            .pack('NNN', 0xF6D6, 0x10000, 0xD32D)    // D50
            .pack('N', 0);                           // creator
        $profile = str_pad($header, 128, "\0").$directory.$body;

        // The profile identifier is the MD5 of the file with flags, intent and identifier zeroed: they are.
        return substr_replace($profile, md5($profile, true), 84, 16);
    }

    private static function text(string $text): string
    {
        $utf16 = mb_convert_encoding($text, 'UTF-16BE', 'UTF-8');

        return 'mluc'."\0\0\0\0".pack('NN', 1, 12).'enGB'.pack('NN', \strlen($utf16), 28).$utf16;
    }

    private static function sequence(): string
    {
        // Two equal steps, sRGB on either side; both descriptions are left empty, as allowed.
        $step = pack('NN', 0, 0).pack('NN', 0, 0).pack('N', 0).self::emptyText().self::emptyText();

        return 'pseq'."\0\0\0\0".pack('N', 2).$step.$step;
    }

    private static function emptyText(): string
    {
        return 'mluc'."\0\0\0\0".pack('NN', 1, 12).'enGB'.pack('NN', 0, 28);
    }

    private static function table(int $size, string $words): string
    {
        $identity = pack('n2', 0, 65535);

        return 'mft2'."\0\0\0\0".pack('C4', 3, 3, $size, 0)
            .pack('N9', 0x10000, 0, 0, 0, 0x10000, 0, 0, 0, 0x10000)
            .pack('n2', 2, 2)
            .$identity.$identity.$identity
            .$words
            .$identity.$identity.$identity;
    }
}
