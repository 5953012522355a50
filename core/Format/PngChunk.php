<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

/** A chunk of a PNG file: W3C PNG (third edition), 5.3. */
final class PngChunk
{
    /** @param string $type four letters */
    public static function of(string $type, string $data): string
    {
        return pack('N', \strlen($data)).$type.$data.pack('N', crc32($type.$data));
    }
}
