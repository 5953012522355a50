<?php

declare(strict_types=1);

namespace Tovrin\Core\Model\Table;

/** What a look carries along, so that it can be used where nothing of it is kept: packed with zlib, written in base64. */
final class CarriedData
{
    /** Letters; what takes more is not carried along. */
    public const MOST = 1_900_000;

    /** @return array<string, string> the member "data"; none where there is nothing, or too much */
    public static function member(?string $bytes): array
    {
        $data = null === $bytes ? '' : base64_encode((string) gzcompress($bytes, 9));

        return '' === $data || \strlen($data) > self::MOST ? [] : ['data' => $data];
    }

    /**
     * @param int $most bytes that it may unpack to
     *
     * @return string the bytes; empty when they are damaged
     */
    public static function bytes(string $data, int $most): string
    {
        $packed = base64_decode($data, true);

        return false === $packed ? '' : (string) @gzuncompress($packed, $most);
    }
}
