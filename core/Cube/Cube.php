<?php

declare(strict_types=1);

namespace Tovrin\Core\Cube;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Srgb;

/**
 * A compiled grade: finished encoded sRGB on a lattice of encoded sRGB, red running fastest,
 * with the reach weight of the move being worked on as an optional fourth channel.
 */
final readonly class Cube
{
    public const MIN_SIZE = 2;
    /** Colour tables of an ICC profile count their grid in one byte; beyond 129 nothing is gained. */
    public const MAX_SIZE = 129;

    /**
     * @param int         $size    nodes along each axis
     * @param array<int, float> $red     size³ values, 0…1
     * @param array<int, float> $green   size³ values, 0…1
     * @param array<int, float> $blue    size³ values, 0…1
     * @param array<int, float> $weights size³ values, 0…1; all 1 where no move is watched
     */
    public function __construct(
        public int $size,
        public array $red,
        public array $green,
        public array $blue,
        public array $weights = [],
    ) {
        if ($size < self::MIN_SIZE || $size > self::MAX_SIZE) {
            throw new \InvalidArgumentException(self::sizeMessage($size));
        }
        if (\count($red) !== $size ** 3 || \count($green) !== $size ** 3 || \count($blue) !== $size ** 3) {
            throw new \InvalidArgumentException(\sprintf('A cube of size %d has %d nodes.', $size, $size ** 3));
        }
    }

    public static function sizeMessage(int $size): string
    {
        return \sprintf('A lattice of %d is not possible: choose a whole number from %d to %d, for example 33.', $size, self::MIN_SIZE, self::MAX_SIZE);
    }

    /**
     * Looks colours up by tetrahedral interpolation, as every consumer of the cube does.
     *
     * Source: J. Sakamoto and H. Itooka, US patent 4275413 (1981, expired): six tetrahedra
     * around the grey diagonal, chosen by the order of the three remainders.
     *
     * @param ColourBlock $colours any space; encoded values beyond 0…1 are taken as 0 or 1
     *
     * @return ColourBlock encoded sRGB
     */
    public function lookUp(ColourBlock $colours): ColourBlock
    {
        $rgb = $colours->in(Srgb::class);
        $top = $this->size - 1;
        $strideG = $this->size;
        $strideB = $this->size * $this->size;
        $outR = $outG = $outB = [];
        $n = $rgb->count();
        for ($i = 0; $i < $n; ++$i) {
            $x = max(0.0, min(1.0, $rgb->a[$i])) * $top;
            $y = max(0.0, min(1.0, $rgb->b[$i])) * $top;
            $z = max(0.0, min(1.0, $rgb->c[$i])) * $top;
            $ix = min($top - 1, (int) $x);
            $iy = min($top - 1, (int) $y);
            $iz = min($top - 1, (int) $z);
            $x -= $ix;
            $y -= $iy;
            $z -= $iz;
            $base = $ix + $iy * $strideG + $iz * $strideB;
            // Walk from the cell's dark corner to its light one, along the channel with the largest remainder first.
            if ($x >= $y) {
                if ($y >= $z) {
                    [$p, $q, $hi, $mid, $lo] = [1, 1 + $strideG, $x, $y, $z];
                } elseif ($x >= $z) {
                    [$p, $q, $hi, $mid, $lo] = [1, 1 + $strideB, $x, $z, $y];
                } else {
                    [$p, $q, $hi, $mid, $lo] = [$strideB, 1 + $strideB, $z, $x, $y];
                }
            } elseif ($z >= $y) {
                [$p, $q, $hi, $mid, $lo] = [$strideB, $strideG + $strideB, $z, $y, $x];
            } elseif ($z >= $x) {
                [$p, $q, $hi, $mid, $lo] = [$strideG, $strideG + $strideB, $y, $z, $x];
            } else {
                [$p, $q, $hi, $mid, $lo] = [$strideG, 1 + $strideG, $y, $x, $z];
            }
            $end = $base + 1 + $strideG + $strideB;
            $p += $base;
            $q += $base;
            $w0 = 1.0 - $hi;
            $w1 = $hi - $mid;
            $w2 = $mid - $lo;
            $outR[] = $w0 * $this->red[$base] + $w1 * $this->red[$p] + $w2 * $this->red[$q] + $lo * $this->red[$end];
            $outG[] = $w0 * $this->green[$base] + $w1 * $this->green[$p] + $w2 * $this->green[$q] + $lo * $this->green[$end];
            $outB[] = $w0 * $this->blue[$base] + $w1 * $this->blue[$p] + $w2 * $this->blue[$q] + $lo * $this->blue[$end];
        }

        return new ColourBlock(Srgb::class, $outR, $outG, $outB);
    }

    /**
     * The nodes as 32-bit little-endian floats, red green blue weight, red running fastest:
     * what the browser uploads as a 3-D texture.
     */
    public function toFloats(): string
    {
        $out = '';
        $weights = [] === $this->weights ? array_fill(0, \count($this->red), 1.0) : $this->weights;
        // Packed in slabs: one call with all values as arguments would need a very large stack.
        $slab = 4096;
        $n = \count($this->red);
        for ($start = 0; $start < $n; $start += $slab) {
            $values = [];
            $end = min($n, $start + $slab);
            for ($i = $start; $i < $end; ++$i) {
                $values[] = $this->red[$i];
                $values[] = $this->green[$i];
                $values[] = $this->blue[$i];
                $values[] = $weights[$i];
            }
            $out .= pack('g*', ...$values);
        }

        return $out;
    }

    /**
     * The colours as 16-bit unsigned integers, red green blue, in the order given: most significant byte first.
     *
     * @param bool $blueFastest lets blue run fastest, as ICC tables want it, instead of red
     */
    public function toWords(bool $blueFastest): string
    {
        $out = '';
        $n = $this->size;
        for ($outer = 0; $outer < $n; ++$outer) {
            $red = $green = $blue = [];
            for ($middle = 0; $middle < $n; ++$middle) {
                for ($inner = 0; $inner < $n; ++$inner) {
                    $i = $blueFastest
                        ? $outer + $n * ($middle + $n * $inner)
                        : $inner + $n * ($middle + $n * $outer);
                    $red[] = $this->red[$i];
                    $green[] = $this->green[$i];
                    $blue[] = $this->blue[$i];
                }
            }
            $out .= self::words(new ColourBlock(Srgb::class, $red, $green, $blue));
        }

        return $out;
    }

    /**
     * Colours as 16-bit unsigned integers, red green blue, most significant byte first: a hot loop.
     *
     * @param ColourBlock $colours encoded sRGB, 0…1; some tens of thousands at the most
     */
    public static function words(ColourBlock $colours): string
    {
        $red = $colours->a;
        $green = $colours->b;
        $blue = $colours->c;
        $values = [];
        $n = \count($red);
        for ($i = 0; $i < $n; ++$i) {
            $values[] = (int) ($red[$i] * 65535.0 + 0.5);
            $values[] = (int) ($green[$i] * 65535.0 + 0.5);
            $values[] = (int) ($blue[$i] * 65535.0 + 0.5);
        }

        return pack('n*', ...$values);
    }
}
