<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour\Encoding;

/** The list of encodings that files can be written in. A new one is its own file and one entry here. */
final class Encodings
{
    /** @var list<class-string<NamedEncoding>> */
    public const ALL = [StandardRgb::class, DisplayP3::class, OpRgb::class, RommRgb::class];

    /** The one of an id, as in CSS Color 4. */
    public static function named(string $id): RgbEncoding
    {
        return self::class($id)::encoding();
    }

    /** @return class-string<NamedEncoding> */
    public static function class(string $id): string
    {
        foreach (self::ALL as $class) {
            if ($class::id() === $id) {
                return $class;
            }
        }
        throw new \InvalidArgumentException(\sprintf('There is no encoding "%s".', $id));
    }

    /** The one of the list that an encoding is, whatever the last digits of a profile say; itself when it is none of them. */
    public static function known(RgbEncoding $encoding): RgbEncoding
    {
        foreach (self::ALL as $class) {
            if ($class::encoding()->means($encoding)) {
                return $class::encoding();
            }
        }

        return $encoding;
    }
}
