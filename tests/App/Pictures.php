<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Pixels;

/** Small pictures for tests. */
final class Pictures
{
    /**
     * A picture computed from a function.
     *
     * @param callable(int, int): array{int, int, int} $colour 8-bit RGB of a pixel by x and y
     */
    public static function png(string $path, int $width, int $height, callable $colour): string
    {
        $data = '';
        for ($y = 0; $y < $height; ++$y) {
            for ($x = 0; $x < $width; ++$x) {
                $data .= pack('C3', ...$colour($x, $y));
            }
        }
        file_put_contents($path, PictureWriter::bytes(new Pixels($width, $height, 8, false, $data), new Writing('png', 92)));

        return $path;
    }

    /** A picture with many different colours. */
    public static function colourful(string $path, int $width = 96, int $height = 64): string
    {
        return self::png($path, $width, $height, static fn (int $x, int $y): array => [
            (int) (255 * $x / ($width - 1)), (int) (255 * $y / ($height - 1)), (int) (127.5 + 127.5 * sin($x / 7 + $y / 5)),
        ]);
    }

    /**
     * One pixel of a file, 8-bit RGB.
     *
     * @return array{int, int, int}
     */
    public static function pixel(string $path, int $x, int $y): array
    {
        $pixels = PictureFile::read($path, basename($path));
        $values = self::values($pixels);
        $start = ($y * $pixels->width + $x) * ($pixels->alpha ? 4 : 3);

        return [(int) round($values[$start]), (int) round($values[$start + 1]), (int) round($values[$start + 2])];
    }

    /**
     * All channels of all pixels, on the scale of 8 bits whatever they have.
     *
     * @return list<float>
     */
    public static function values(Pixels $pixels): array
    {
        $words = array_values((array) unpack(16 === $pixels->bits ? 'S*' : 'C*', $pixels->bytes()));

        return array_map(static fn (mixed $word): float => (\is_int($word) ? $word : 0) / (16 === $pixels->bits ? 257.0 : 1.0), $words);
    }
}
