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
     * Looks colours up by tetrahedral interpolation.
     *
     * @param ColourBlock $colours any space; encoded values beyond 0…1 are taken as 0 or 1
     *
     * @return ColourBlock encoded sRGB
     */
    public function lookUp(ColourBlock $colours): ColourBlock
    {
        $rgb = $colours->in(Srgb::class);
        $corners = Tetrahedra::around($this->places($rgb->a), $this->places($rgb->b), $this->places($rgb->c), [1, $this->size, $this->size * $this->size]);

        return new ColourBlock(Srgb::class, $corners->between($this->red), $corners->between($this->green), $corners->between($this->blue));
    }

    /**
     * @param array<int, float> $values
     *
     * @return array{array<int, int>, array<int, float>} the node below, and the share of the way to the next
     */
    private function places(array $values): array
    {
        $top = $this->size - 1;
        $index = $rest = [];
        $n = \count($values);
        for ($i = 0; $i < $n; ++$i) {
            $x = max(0.0, min(1.0, $values[$i])) * $top;
            $k = min($top - 1, (int) $x);
            $index[] = $k;
            $rest[] = $x - $k;
        }

        return [$index, $rest];
    }

    /**
     * The nodes as 32-bit little-endian floats, red green blue weight, red running fastest:
     * what the browser uploads as a 3-D texture.
     */
    public function toFloats(): string
    {
        return $this->packed('g*', static fn (array $values): array => $values);
    }

    /** The same as 16-bit unsigned integers, least significant byte first: half as much to send, and fine enough for what is gone in a moment. */
    public function toShorts(): string
    {
        return $this->packed('v*', static function (array $values): array {
            $words = [];
            foreach ($values as $value) {
                $words[] = (int) ($value * 65535.0 + 0.5);
            }

            return $words;
        });
    }

    /** @param \Closure(list<float>): list<float|int> $numbers */
    private function packed(string $format, \Closure $numbers): string
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
            $out .= pack($format, ...$numbers($values));
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
            $out .= self::words($red, $green, $blue);
        }

        return $out;
    }

    /**
     * Colours as 16-bit unsigned integers, red green blue, most significant byte first: a hot loop.
     *
     * @param array<int, float> $red   encoded, 0…1; some tens of thousands at the most
     * @param array<int, float> $green as long
     * @param array<int, float> $blue  as long
     */
    public static function words(array $red, array $green, array $blue): string
    {
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
