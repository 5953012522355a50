<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\VipsImage;

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
    public static function eight(VipsImage $image): VipsImage
    {
        [$width, $height, $channels] = [$image->width(), $image->height(), $image->bands()];
        $tile = VipsImage::over(self::tile($channels), self::TILE, self::TILE, $channels, 16);
        $noise = $tile->repeated(intdiv($width, self::TILE) + 1, intdiv($height, self::TILE) + 1)->area(0, 0, $width, $height);

        // In 257ths of a level, rounded down afterwards.
        return $image->add($noise)->linear(1 / 257, self::SLACK)->cast(SampleFormat::Byte);
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
