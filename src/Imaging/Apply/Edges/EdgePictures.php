<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

/**
 * What two colours a photo's pixels are made of where what a grade reaches ends: a picture of the colour on the one side, and one of that on
 * the other, smaller than the photo, with straight lines in between at every pixel of the photo. How much of each is in a pixel is
 * told by the pixel itself.
 */
final readonly class EdgePictures
{
    /** Pixels of a tile each way. */
    public const TILE = 8;
    /** Pixels between two runs of a row from which on they are two. */
    private const TOGETHER = 4;
    /** Of a tile of one picture, and before the numbers of the tiles. */
    private const TILE_BYTES = 4 * self::TILE ** 2;
    private const HEAD = 12;

    /**
     * @param string $inside  width × height × (red, green, blue, sureness), 8 bits each: sRGB colours of what is reached, and how surely the two
     *                        can be told apart there: 0 leaves a pixel whole
     * @param string $outside the same of what is not reached
     * @param string $tiles   a byte for each tile, row by row: "\0" where the sureness is 0 all over and around
     */
    public function __construct(public int $width, public int $height, public string $inside, public string $outside, public string $tiles)
    {
    }

    public static function none(): self
    {
        return new self(0, 0, '', '', '');
    }

    public function isEmpty(): bool
    {
        return \strlen($this->tiles) === strspn($this->tiles, "\0");
    }

    /** @return list<array{0: int, 1: int}> column and row of the tiles in which pixels are mixed */
    public function mixed(): array
    {
        $across = self::across($this->width);
        $mixed = [];
        for ($at = strspn($this->tiles, "\0"); $at < \strlen($this->tiles); $at += 1 + strspn($this->tiles, "\0", $at + 1)) {
            $mixed[] = [$at % $across, intdiv($at, $across)];
        }

        return $mixed;
    }

    /**
     * The parts of rows in which pixels are mixed, or lie beside one that is.
     *
     * @param int $rows that are taken together
     *
     * @return list<array{0: int, 1: int, 2: int}> first column, the one past the last, and the first of the rows
     */
    public function runs(int $rows): array
    {
        $sureness = array_map($this->surenessOf(...), range(0, $this->height - 1));
        $runs = [];
        for ($top = 0; $top < $this->height; $top += $rows) {
            $any = str_repeat("\0", $this->width);
            for ($row = max(0, $top - 1), $past = min($this->height, $top + $rows + 1); $row < $past; ++$row) {
                $any |= $sureness[$row];
            }
            $any |= substr("\0".$any, 0, $this->width) | substr($any."\0", 1);
            $last = -self::TOGETHER;
            for ($at = strspn($any, "\0"); $at < $this->width; $at += strspn($any, "\0", $at)) {
                $first = $at;
                $at += strcspn($any, "\0", $at);
                if ($first - $last < self::TOGETHER) {
                    $first = array_pop($runs)[0] ?? $first;
                }
                $runs[] = [$first, $last = $at, $top];
            }
        }

        return $runs;
    }

    /** A byte for each pixel of a row. */
    private function surenessOf(int $row): string
    {
        $tiles = substr($this->tiles, intdiv($row, self::TILE) * self::across($this->width), self::across($this->width));
        if ('' === trim($tiles, "\0")) {
            return str_repeat("\0", $this->width);
        }

        return implode('', array_map(static fn (string $pixel): string => $pixel[3], str_split(substr($this->inside, 4 * $row * $this->width, 4 * $this->width), 4)));
    }

    /** @param string $mixed a byte a pixel, "\0" for those that are not */
    public static function tilesOf(string $mixed, int $width): string
    {
        $across = self::across($width);
        $rows = intdiv(\strlen($mixed), $width);
        $tiles = str_repeat("\0", $across * self::across($rows));
        $end = \strlen($mixed);
        for ($at = strspn($mixed, "\0"); $at < $end; $at += strspn($mixed, "\0", $at)) {
            $column = $at % $width;
            $tiles[intdiv(intdiv($at, $width), self::TILE) * $across + intdiv($column, self::TILE)] = "\1";
            // On to the next tile of the row.
            $at += min($width - $column, self::TILE - $column % self::TILE);
        }

        return $tiles;
    }

    /**
     * For the screen: width, height, and how many tiles are mixed, as 32 bits each, least significant first; then the number of each of these tiles,
     * counted along the rows; then the tiles, TILE × TILE × (red, green, blue, sureness) of the inside and the same of the outside.
     */
    public function tileBytes(): string
    {
        $across = self::across($this->width);
        $numbers = [];
        $tiles = '';
        $row = 4 * $this->width;
        foreach ($this->mixed() as [$column, $down]) {
            $numbers[] = $down * $across + $column;
            $wide = 4 * min(self::TILE, $this->width - $column * self::TILE);
            foreach ([$this->inside, $this->outside] as $picture) {
                for ($i = 0; $i < self::TILE; ++$i) {
                    $at = ($down * self::TILE + $i) * $row + 4 * $column * self::TILE;
                    $tiles .= str_pad($down * self::TILE + $i < $this->height ? substr($picture, $at, $wide) : '', 4 * self::TILE, "\0");
                }
            }
        }

        return pack('V3', $this->width, $this->height, \count($numbers)).([] === $numbers ? '' : pack('V*', ...$numbers)).$tiles;
    }

    /** What tileBytes() gave. */
    public static function ofTileBytes(string $bytes): self
    {
        /** @var array{1: int, 2: int, 3: int} $head */
        $head = unpack('V3', $bytes);
        [1 => $width, 2 => $height, 3 => $count] = $head;
        $across = self::across($width);
        /** @var list<int> $numbers */
        $numbers = 0 === $count ? [] : array_values((array) unpack('V'.$count, $bytes, self::HEAD));
        $tiles = str_repeat("\0", $across * self::across($height));
        $rows = [];
        foreach ($numbers as $i => $number) {
            $tiles[$number] = "\1";
            $rows[intdiv($number, $across)][$number % $across] = self::HEAD + 4 * $count + 2 * self::TILE_BYTES * $i;
        }

        return new self($width, $height, self::untiled($rows, $bytes, 0, $width, $height), self::untiled($rows, $bytes, self::TILE_BYTES, $width, $height), $tiles);
    }

    /**
     * A picture put together.
     *
     * @param array<int, array<int, int>> $rows  where each tile's bytes begin, by row and column
     * @param int                         $after its own after that
     */
    private static function untiled(array $rows, string $bytes, int $after, int $width, int $height): string
    {
        [$wide, $row] = [4 * self::TILE, 4 * $width];
        $picture = '';
        for ($down = 0; $down < self::across($height); ++$down) {
            for ($line = 0, $lines = min(self::TILE, $height - $down * self::TILE); $line < $lines; ++$line) {
                $pixels = '';
                foreach ($rows[$down] ?? [] as $column => $at) {
                    $pixels = str_pad($pixels, $column * $wide, "\0").substr($bytes, $at + $after + $line * $wide, $wide);
                }
                $picture .= str_pad(substr($pixels, 0, $row), $row, "\0");
            }
        }

        return $picture;
    }

    /** Tiles that so many pixels lie in. */
    private static function across(int $pixels): int
    {
        return intdiv($pixels + self::TILE - 1, self::TILE);
    }
}
