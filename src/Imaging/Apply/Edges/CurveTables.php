<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\Core\Colour\Encoding\RgbEncoding;
use Tovrin\Core\Colour\Encoding\ToneCurve;

/** The tone curves of an encoding as tables that libvips looks values up in, each made once. To be used in a process of its own. */
final class CurveTables
{
    private const LEVELS = 65_536;
    private const AT_ONCE = 1024;

    /** @var array<string, VipsImage> */
    private array $tables = [];

    public function __construct(private readonly RgbEncoding $encoding)
    {
    }

    /**
     * From encoded values to linear light.
     *
     * @param VipsImage $image three bands of 8 or 16 bits
     *
     * @return VipsImage floats, 0…1
     */
    public function linear(VipsImage $image): VipsImage
    {
        $levels = SampleFormat::Byte === $image->format() ? 256 : self::LEVELS;

        return $image->lookedUp($this->tables["from $levels"] ??= $this->table($levels, static fn (ToneCurve $curve, array $steps): array => $curve->decode($steps))->inMemory());
    }

    /**
     * From linear light to encoded values. Between levels of 16 bits in linear light lies a twentieth of one of 8 bits at most.
     *
     * @param VipsImage $image three bands of floats; below 0 and above 1 counts as these
     * @param int       $bits  8 or 16 of the result
     */
    public function encoded(VipsImage $image, int $bits): VipsImage
    {
        $format = SampleFormat::ofBits($bits);
        // A cast takes what is beyond its ends as these.
        $table = $this->tables["to $bits"] ??= $this->table(self::LEVELS, static fn (ToneCurve $curve, array $steps): array => $curve->encode($steps))->linear($format->most(), 0.5)->cast($format)->inMemory();

        return $image->linear(SampleFormat::Word->most(), 0.5)->cast(SampleFormat::Word)->lookedUp($table);
    }

    /** @param \Closure(ToneCurve, list<float>): array<int, float> $values */
    private function table(int $levels, \Closure $values): VipsImage
    {
        $steps = [];
        for ($i = 0; $i < $levels; ++$i) {
            $steps[] = $i / ($levels - 1.0);
        }
        $of = static fn (ToneCurve $curve): VipsImage => VipsImage::over(self::packed($values($curve, $steps)), $levels, 1, 1, 32);
        [$red, $green, $blue] = $this->encoding->curves;

        // A table of one band is for all of them.
        return $red === $green && $green === $blue ? $of($red) : $of($red)->join($of($green), $of($blue));
    }

    /** @param array<int, float> $values */
    private static function packed(array $values): string
    {
        $bytes = '';
        foreach (array_chunk($values, self::AT_ONCE) as $some) {
            $bytes .= pack('f*', ...$some);
        }

        return $bytes;
    }
}
