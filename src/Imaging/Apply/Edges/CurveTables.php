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
    private const AT_ONCE = 1024;

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
        $channels = [];
        foreach ($encoding->curves as $curve) {
            $channels[] = VipsImage::over(self::packed('f', $curve->decode(self::steps($levels))), $levels, 1, 1, 32);
        }

        return $image->lookedUp($channels[0]->join($channels[1], $channels[2])->inMemory());
    }

    /**
     * From linear light to encoded values. Between levels of 16 bits in linear light lies a twentieth of one of 8 bits at most.
     *
     * @param VipsImage $image three bands of floats; below 0 and above 1 counts as these
     * @param int       $bits  8 or 16 of the result
     */
    public static function encoded(VipsImage $image, RgbEncoding $encoding, int $bits): VipsImage
    {
        $format = SampleFormat::ofBits($bits);
        $channels = [];
        foreach ($encoding->curves as $curve) {
            $channels[] = VipsImage::over(self::packed('f', $curve->encode(self::steps(self::LEVELS))), self::LEVELS, 1, 1, 32);
        }
        // A cast takes what is beyond its ends as these.
        $table = $channels[0]->join($channels[1], $channels[2])->linear($format->most(), 0.5)->cast($format)->inMemory();

        return $image->linear(SampleFormat::Word->most(), 0.5)->cast(SampleFormat::Word)->lookedUp($table);
    }

    /** @return list<float> */
    private static function steps(int $levels): array
    {
        $steps = [];
        for ($i = 0; $i < $levels; ++$i) {
            $steps[] = $i / ($levels - 1.0);
        }

        return $steps;
    }

    /** @param array<int, float> $values */
    private static function packed(string $how, array $values): string
    {
        $bytes = '';
        foreach (array_chunk($values, self::AT_ONCE) as $some) {
            $bytes .= pack($how.'*', ...$some);
        }

        return $bytes;
    }
}
