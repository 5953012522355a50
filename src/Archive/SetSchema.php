<?php

declare(strict_types=1);

namespace Tovrin\App\Archive;

use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\SchemaCheck;

/** What the files in the archive of a set have to be like; the definition is set.schema.json. */
final class SetSchema
{
    private const ID = 'https://tovrin.invalid/set.schema.json';

    /** @throws FormatError naming the place */
    public static function checkSet(\stdClass $data): void
    {
        self::check($data, '', 'set.json');
    }

    /**
     * @param string $where the file and its line, for messages
     *
     * @throws FormatError naming the place
     */
    public static function checkLine(\stdClass $data, string $where): void
    {
        self::check($data, '#/$defs/line', $where);
    }

    private static function check(\stdClass $data, string $part, string $where): void
    {
        SchemaCheck::know(self::ID, __DIR__.'/set.schema.json');
        SchemaCheck::check($data, self::ID.$part, $where);
    }
}
