<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Cube\Cube;

/**
 * A Hald CLUT: the cube laid out as a square 16-bit PNG. A Hald of level L holds a lattice of L²
 * nodes a side in an image of L³ by L³ pixels, red running fastest.
 *
 * Source: the PNG specification (ISO/IEC 15948) and the Hald layout that ImageMagick documents
 * for -hald-clut.
 */
final class HaldPng
{
    /** The largest square number that a cube's size can be. */
    private const SIZE_MOST = 121;

    /** The nearest lattice a Hald can hold that is not coarser: 16, 25, 36, 49, 64, 81, 100 or 121. */
    public static function latticeFor(int $wanted): int
    {
        if ($wanted < Cube::MIN_SIZE || $wanted > Cube::MAX_SIZE) {
            throw new \InvalidArgumentException(Cube::sizeMessage($wanted));
        }
        if ($wanted > self::SIZE_MOST) {
            throw new \InvalidArgumentException(\sprintf('A Hald PNG holds at most %d nodes along each axis, not %d. Ask for fewer, or for a .cube.', self::SIZE_MOST, $wanted));
        }
        $level = max(2, (int) ceil(sqrt($wanted)));

        return $level * $level;
    }

    public static function write(Cube $cube): string
    {
        return implode('', iterator_to_array(self::pieces([new ColourBlock(Srgb::class, $cube->red, $cube->green, $cube->blue)], $cube->size), false));
    }

    /**
     * The same piece by piece.
     *
     * @param iterable<ColourBlock> $slabs nodes in their order, encoded sRGB
     *
     * @return \Generator<int, string>
     */
    public static function pieces(iterable $slabs, int $size): \Generator
    {
        $level = (int) round(sqrt($size));
        if ($level * $level !== $size) {
            throw new \InvalidArgumentException(\sprintf('A Hald PNG holds lattices whose size is a square number; %d is none. Use %d.', $size, self::latticeFor($size)));
        }
        $side = $level * $level * $level;
        yield "\x89PNG\r\n\x1a\n".PngChunk::of('IHDR', pack('NNCCCCC', $side, $side, 16, 2, 0, 0, 0)).PngChunk::of('sRGB', "\0");
        $deflate = deflate_init(\ZLIB_ENCODING_DEFLATE, ['level' => 6]);
        \assert(false !== $deflate);
        $waiting = '';
        foreach ($slabs as $slab) {
            $waiting .= Cube::words($slab->a, $slab->b, $slab->c);
            $rows = '';
            for ($at = 0; \strlen($waiting) - $at >= 6 * $side; $at += 6 * $side) {
                $rows .= "\0".substr($waiting, $at, 6 * $side);
            }
            $waiting = substr($waiting, $at);
            $data = (string) deflate_add($deflate, $rows, \ZLIB_NO_FLUSH);
            if ('' !== $data) {
                yield PngChunk::of('IDAT', $data);
            }
        }
        yield PngChunk::of('IDAT', (string) deflate_add($deflate, '', \ZLIB_FINISH)).PngChunk::of('IEND', '');
    }
}
