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

    /**
     * @param string $inside  width × height × (red, green, blue, sureness), 8 bits each: sRGB colours of what is reached, and how surely the two
     *                        can be told apart there: 0 leaves a pixel whole
     * @param string $outside the same of what is not reached
     * @param string $tiles   a byte for each tile, row by row: "\0" where the sureness is 0 all over
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

    /** @param string $sureness a byte a pixel */
    public static function tilesOf(string $sureness, int $width): string
    {
        $across = self::across($width);
        $rows = intdiv(\strlen($sureness), $width);
        $tiles = str_repeat("\0", $across * self::across($rows));
        $end = \strlen($sureness);
        for ($at = strspn($sureness, "\0"); $at < $end; $at += strspn($sureness, "\0", $at)) {
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

    /** Tiles that so many pixels lie in. */
    private static function across(int $pixels): int
    {
        return intdiv($pixels + self::TILE - 1, self::TILE);
    }
}
