<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Tovrin\App\Photo\PictureFile;
use Tovrin\App\Photo\Pixels;

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
        file_put_contents($path, PictureFile::encode(new Pixels($width, $height, 8, false, $data), 'png', 92));

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
        $bytes = intdiv($pixels->bits, 8);
        $start = ($y * $pixels->width + $x) * $pixels->bytesPerPixel();

        return [\ord($pixels->data[$start]), \ord($pixels->data[$start + $bytes]), \ord($pixels->data[$start + 2 * $bytes])];
    }
}
