<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\ForkedTask;
use Tovrin\App\Imaging\Native\Vips;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Cube\Occupancy;

/** Which colours a picture has: some thousand of them, evenly taken, and where in its encoding there are any at all. */
final class PictureColours
{
    /** Rows and columns that the samples are taken from: enough of them for LatticeChoice. */
    private const GRID = 60;

    private readonly ?ForkedTask $counting;

    /**
     * Begins to count in a process of its own, unless that was done while decoding; the pixels must stay as they are until occupancy() has answered.
     *
     * @param (\Closure(): list<Pixels>)|null $more gives pictures whose colours come too; asked when they are needed
     */
    public function __construct(private readonly Pixels $pixels, private readonly ?\Closure $more = null)
    {
        $this->counting = self::counting($pixels);
    }

    private static function counting(Pixels $pixels): ?ForkedTask
    {
        return null === $pixels->bins ? Vips::begin(static fn (): string => ColourCount::of($pixels)) : null;
    }

    /** May be asked once. */
    public function occupancy(): Occupancy
    {
        $counting = [$this->counting];
        $pictures = [$this->pixels];
        foreach (null === $this->more ? [] : ($this->more)() as $pixels) {
            $counting[] = self::counting($pixels);
            $pictures[] = $pixels;
        }
        $bins = str_repeat(Occupancy::NONE, Occupancy::BINS ** 3);
        foreach ($pictures as $number => $pixels) {
            // Bytes of either: SOME where one of them has some.
            $bins |= $counting[$number]?->result() ?? (string) $pixels->bins;
        }

        return new Occupancy($bins);
    }

    /**
     * Colours of a grid of pixels, each a little beside its place, so that no pattern of the picture is met in step.
     *
     * @return array{list<float>, list<float>, list<float>} red, green and blue, 0…1
     */
    public function samples(): array
    {
        $pixels = $this->pixels;
        $shared = $pixels->shared();
        [$rows, $columns] = [min(self::GRID, $pixels->height), min(self::GRID, $pixels->width)];
        [$step, $bytes] = [$pixels->bytesPerPixel(), 3 * intdiv($pixels->bits, 8)];
        [$form, $most] = 16 === $pixels->bits ? ['S3', 65_535] : ['C3', 255];
        $red = $green = $blue = [];
        for ($y = 0; $y < $rows; ++$y) {
            for ($x = 0; $x < $columns; ++$x) {
                [$column, $row] = self::pixel($pixels, $x, $y, $columns, $rows);
                /** @var array{int, int, int} $values */
                $values = array_values((array) unpack($form, $shared->toString(($row * $pixels->width + $column) * $step, $bytes)));
                $red[] = $values[0] / $most;
                $green[] = $values[1] / $most;
                $blue[] = $values[2] / $most;
            }
        }

        return [$red, $green, $blue];
    }

    /**
     * Where the samples lie.
     *
     * @return array{list<float>, list<float>} in shares of width and height, 0…1
     */
    public function places(): array
    {
        $pixels = $this->pixels;
        [$rows, $columns] = [min(self::GRID, $pixels->height), min(self::GRID, $pixels->width)];
        $across = $down = [];
        for ($y = 0; $y < $rows; ++$y) {
            for ($x = 0; $x < $columns; ++$x) {
                [$column, $row] = self::pixel($pixels, $x, $y, $columns, $rows);
                $across[] = ($column + 0.5) / $pixels->width;
                $down[] = ($row + 0.5) / $pixels->height;
            }
        }

        return [$across, $down];
    }

    /** @return array{int, int} column and row of a sample */
    private static function pixel(Pixels $pixels, int $x, int $y, int $columns, int $rows): array
    {
        return [
            min($pixels->width - 1, intdiv((2 * $x + 1) * $pixels->width, 2 * $columns) + ($x * 3 + $y * 11) % 7),
            min($pixels->height - 1, intdiv((2 * $y + 1) * $pixels->height, 2 * $rows) + ($x * 7 + $y * 3) % 5),
        ];
    }
}
