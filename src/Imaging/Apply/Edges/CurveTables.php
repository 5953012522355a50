<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\Core\Colour\Encoding\RgbEncoding;

/** The tone curves of an encoding as tables that libvips looks values up in. To be used in a process of its own. */
final class CurveTables
{
    private const LEVELS = 65_536;

    /**
     * From encoded values to linear light.
     *
     * @param VipsImage $image three bands of 8 or 16 bits
     *
     * @return VipsImage floats, 0…1
     */
    public static function linear(VipsImage $image, RgbEncoding $encoding): VipsImage
    {
        $levels = SampleFormat::Byte === $image->format() ? 256 : self::LEVELS;
        $steps = array_map(static fn (int $i): float => $i / ($levels - 1), range(0, $levels - 1));

        return $image->lookedUp(VipsImage::over(self::interleaved(array_map(static fn (int $channel): array => $encoding->curves[$channel]->decode($steps), [0, 1, 2]), 'f'), $levels, 1, 3, 32));
    }

    /**
     * From linear light to encoded values. Between levels of 16 bits in linear light lies a twentieth of one of 8 bits at most.
     *
     * @param VipsImage $image three bands of floats; below 0 and above 1 counts as these
     * @param int       $bits  8 or 16 of the result
     */
    public static function encoded(VipsImage $image, RgbEncoding $encoding, int $bits): VipsImage
    {
        $most = SampleFormat::ofBits($bits)->most();
        $steps = array_map(static fn (int $i): float => $i / (self::LEVELS - 1), range(0, self::LEVELS - 1));
        $values = array_map(static fn (int $channel): array => array_map(static fn (float $v): int => (int) (max(0.0, min(1.0, $v)) * $most + 0.5), $encoding->curves[$channel]->encode($steps)), [0, 1, 2]);

        return $image->linear(SampleFormat::Word->most(), 0.5)->cast(SampleFormat::Word)->lookedUp(VipsImage::over(self::interleaved($values, 8 === $bits ? 'C' : 'S'), self::LEVELS, 1, 3, $bits));
    }

    /** @param array<int, array<int, int|float>> $channels three, as long as one another */
    private static function interleaved(array $channels, string $how): string
    {
        $all = [];
        foreach ($channels[0] as $i => $value) {
            array_push($all, $value, $channels[1][$i], $channels[2][$i]);
        }

        return pack($how.'*', ...$all);
    }
}
