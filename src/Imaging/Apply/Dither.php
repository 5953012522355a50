<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Native\Vips;

/**
 * From 16 to 8 bits with what lies between two levels spread over pixels, so that gradients do not band.
 *
 * Even noise of one level: the mean over some pixels is exact, and what is on a level already, pure white above all, stays as it is.
 */
final class Dither
{
    private const TILE = 128;
    /** The library computes with single precision: a whole level must not come out a hair below itself. */
    private const SLACK = 0.001;

    /** @var array<int, string> by channels */
    private static array $tiles = [];

    /** To be called in a process of its own; transparency is rounded. */
    public static function eight(\FFI\CData $image, int $channels): \FFI\CData
    {
        [$width, $height] = [Vips::number($image, 'width'), Vips::number($image, 'height')];
        $tile = Vips::over(self::tile($channels), self::TILE, self::TILE, $channels, 16);
        $noise = Vips::run('replicate', [$tile, Vips::OUT, intdiv($width, self::TILE) + 1, intdiv($height, self::TILE) + 1]);
        $noise = Vips::run('extract_area', [$noise, Vips::OUT, 0, 0, $width, $height]);
        // In 257ths of a level, rounded down afterwards.
        $sum = Vips::run('add', [$image, $noise, Vips::OUT]);

        return Vips::run('cast', [Vips::run('linear1', [$sum, Vips::OUT, 1 / 257, self::SLACK]), Vips::OUT, Vips::UCHAR]);
    }

    private static function tile(int $channels): string
    {
        if (!isset(self::$tiles[$channels])) {
            // The same noise each time, so that the same export is the same file.
            $random = new \Random\Randomizer(new \Random\Engine\Mt19937(1));
            $values = [];
            for ($i = 0; $i < self::TILE * self::TILE * $channels; ++$i) {
                $values[] = 3 === $i % $channels ? 128 : $random->getInt(0, 256);
            }
            self::$tiles[$channels] = pack('S*', ...$values);
        }

        return self::$tiles[$channels];
    }
}
