<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

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
        $level = (int) round(sqrt($cube->size));
        if ($level * $level !== $cube->size) {
            throw new \InvalidArgumentException(\sprintf('A Hald PNG holds lattices whose size is a square number; %d is none. Use %d.', $cube->size, self::latticeFor($cube->size)));
        }
        $side = $level * $level * $level;
        $rowBytes = $side * 6;
        $rows = '';
        foreach (str_split($cube->toWords(false), max(1, $rowBytes)) as $row) {
            $rows .= "\0".$row;
        }
        $data = gzcompress($rows, 6);
        \assert(\is_string($data));

        return "\x89PNG\r\n\x1a\n"
            .PngChunk::of('IHDR', pack('NNCCCCC', $side, $side, 16, 2, 0, 0, 0))
            .PngChunk::of('sRGB', "\0")
            .PngChunk::of('IDAT', $data)
            .PngChunk::of('IEND', '');
    }
}
