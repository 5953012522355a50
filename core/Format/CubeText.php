<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Cube\Cube;

/**
 * The .cube text form of a three-dimensional LUT: a title, a comment on what it holds, LUT_3D_SIZE, the domain 0…1, and one line
 * of red, green, blue per node, red running fastest. Read by most programs that grade film or stills.
 */
final class CubeText
{
    public static function write(Cube $cube, string $title): string
    {
        return implode('', iterator_to_array(self::pieces([new ColourBlock(Srgb::class, $cube->red, $cube->green, $cube->blue)], $cube->size, $title), false));
    }

    /**
     * The same piece by piece.
     *
     * @param iterable<ColourBlock> $slabs nodes in their order, encoded sRGB
     *
     * @return \Generator<int, string>
     */
    public static function pieces(iterable $slabs, int $size, string $title): \Generator
    {
        // A quotation mark or a line break would end the title early.
        $title = trim(str_replace(['"', "\r", "\n"], ["'", ' ', ' '], $title));
        yield \sprintf("TITLE \"%s\"\n", '' === $title ? 'Untitled' : $title)
            ."# Colours alone: areas, smoothed edges and edges unmixed are no part of a table.\n"
            ."LUT_3D_SIZE $size\nDOMAIN_MIN 0.0 0.0 0.0\nDOMAIN_MAX 1.0 1.0 1.0\n";
        foreach ($slabs as $slab) {
            $lines = '';
            foreach ($slab->a as $i => $red) {
                // %F, unlike %f, ignores the locale's decimal comma.
                $lines .= \sprintf("%.7F %.7F %.7F\n", $red, $slab->b[$i], $slab->c[$i]);
            }
            yield $lines;
        }
    }
}
