<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Srgb;

/**
 * A photo's stratified sample: the picture is divided into equal cells and one pixel is taken
 * from each, at a place that looks random but is the same on every run.
 */
final readonly class ColourSample
{
    public const TARGET = 40_000;

    /** @param string $bytes 8-bit encoded RGB, three bytes a sample */
    public function __construct(private string $bytes)
    {
        if (0 !== \strlen($bytes) % 3) {
            throw new \InvalidArgumentException('A colour sample has three bytes a sample.');
        }
    }

    /**
     * Where the samples of a picture lie: the middles of their cells' pixels.
     *
     * @param int $width  pixels of the picture that was sampled
     *
     * @return array{list<float>, list<float>} in shares of width and height, 0…1
     */
    public static function places(int $width, int $height): array
    {
        [$columns, $rows] = self::grid($width, $height);
        $across = $down = [];
        for ($row = 0; $row < $rows; ++$row) {
            for ($column = 0; $column < $columns; ++$column) {
                [$x, $y] = self::pixel($row, $column, $rows, $columns, $width, $height);
                $across[] = ($x + 0.5) / $width;
                $down[] = ($y + 0.5) / $height;
            }
        }

        return [$across, $down];
    }

    /**
     * Samples a picture.
     *
     * @param string $rgb    8-bit encoded RGB, row by row without padding
     * @param int    $width  pixels, at least 1
     * @param int    $height pixels, at least 1
     */
    public static function of(string $rgb, int $width, int $height): self
    {
        if ($width < 1 || $height < 1 || \strlen($rgb) !== 3 * $width * $height) {
            throw new \InvalidArgumentException(\sprintf('A picture of %d × %d pixels has %d bytes of RGB; there are %d.', $width, $height, 3 * $width * $height, \strlen($rgb)));
        }
        [$columns, $rows] = self::grid($width, $height);
        $bytes = '';
        for ($row = 0; $row < $rows; ++$row) {
            for ($column = 0; $column < $columns; ++$column) {
                [$x, $y] = self::pixel($row, $column, $rows, $columns, $width, $height);
                $bytes .= substr($rgb, 3 * ($y * $width + $x), 3);
            }
        }

        return new self($bytes);
    }

    /** @return array{int, int} column and row of the pixel that is taken from a cell */
    private static function pixel(int $row, int $column, int $rows, int $columns, int $width, int $height): array
    {
        $top = intdiv($row * $height, $rows);
        $tall = intdiv(($row + 1) * $height, $rows) - $top;
        $left = intdiv($column * $width, $columns);
        $wide = intdiv(($column + 1) * $width, $columns) - $left;
        // A small integer hash of the cell: enough to break up regular patterns such as cloth.
        $h = (($row * 73_856_093) ^ ($column * 19_349_663)) & 0x7FFFFFFF;
        $h = (($h ^ ($h >> 13)) * 1_274_126_177) & 0x7FFFFFFF;

        return [$left + ($h >> 4) % $wide, $top + ($h >> 17) % $tall];
    }

    /**
     * How many samples a picture of a size gets across and down; a small picture gives every pixel once.
     *
     * @return array{0: int<1, max>, 1: int<1, max>}
     */
    public static function grid(int $width, int $height): array
    {
        $share = min(1.0, sqrt(self::TARGET / max(1, $width * $height)));

        return [max(1, (int) round($width * $share)), max(1, (int) round($height * $share))];
    }

    /**
     * Only every so manyth row of samples: fewer, and still in rows of the same length.
     *
     * @param int $perRow samples in a row
     */
    public function everyNthRow(int $perRow, int $n): self
    {
        return $n <= 1 ? $this : new self(implode('', self::rowsOf(str_split($this->bytes, max(1, 3 * $perRow)), 1, $n)));
    }

    /**
     * Of anything that there is one of for each sample, the same rows.
     *
     * @template T
     *
     * @param list<T> $samples
     *
     * @return list<T>
     */
    public static function rowsOf(array $samples, int $perRow, int $n): array
    {
        $kept = [];
        for ($at = intdiv($n, 2) * $perRow; $at < \count($samples); $at += $n * $perRow) {
            $kept[] = \array_slice($samples, $at, $perRow);
        }

        return array_merge(...$kept);
    }

    public function count(): int
    {
        return intdiv(\strlen($this->bytes), 3);
    }

    public function bytes(): string
    {
        return $this->bytes;
    }

    /** The samples as encoded sRGB. */
    public function colours(): ColourBlock
    {
        $r = $g = $b = [];
        $n = \strlen($this->bytes);
        for ($i = 0; $i < $n; $i += 3) {
            $r[] = \ord($this->bytes[$i]) / 255.0;
            $g[] = \ord($this->bytes[$i + 1]) / 255.0;
            $b[] = \ord($this->bytes[$i + 2]) / 255.0;
        }

        return new ColourBlock(Srgb::class, $r, $g, $b);
    }
}
