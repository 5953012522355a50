<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/** Colours written as `#rrggbb`. */
final class Hex
{
    /**
     * @return array{0: float, 1: float, 2: float} encoded sRGB, 0…1
     *
     * @throws \InvalidArgumentException when the text is no such colour
     */
    public static function parse(string $text): array
    {
        if (1 !== preg_match('/^#[0-9a-fA-F]{6}$/D', $text)) {
            throw new \InvalidArgumentException(\sprintf('"%s" is not a colour: write it as #rrggbb, for example #c8922e.', $text));
        }

        return [hexdec(substr($text, 1, 2)) / 255.0, hexdec(substr($text, 3, 2)) / 255.0, hexdec(substr($text, 5, 2)) / 255.0];
    }

    /** The nearest 8-bit colour to an encoded sRGB colour, as `#rrggbb`. */
    public static function format(float $r, float $g, float $b): string
    {
        return \sprintf('#%02x%02x%02x', self::byte($r), self::byte($g), self::byte($b));
    }

    private static function byte(float $v): int
    {
        return (int) round(255.0 * max(0.0, min(1.0, $v)));
    }
}
