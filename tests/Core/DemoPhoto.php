<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Reading\Raster;
use Tovrin\Tests\Outside;

/** A demo photo with the truth about which pixel belongs to which object, rendered from its scene source. */
final readonly class DemoPhoto
{
    /** @param array<int, ColourBlock> $objects colours by the number an object has in the scene source */
    private function __construct(public Raster $raster, public array $objects)
    {
    }

    /** @param bool $inside leaves out pixels at the edge of an object, where a lens blends it with its neighbour */
    public static function named(string $name, bool $inside = false): self
    {
        $photo = Outside::root().'/demo/photos/'.$name.'.jpg';
        $raster = self::read($photo, 2048);
        [$labels, $width] = self::pixels(Outside::root().'/demo/masks/'.$name.'.png', 'gray', null);
        [$rgb] = self::pixels($photo, 'rgb', $width);
        $r = $g = $b = [];
        for ($i = 0, $n = \strlen($labels); $i < $n; ++$i) {
            $object = intdiv(\ord($labels[$i]), 40);
            if ($inside && !self::isInside($labels, $width, $i)) {
                continue;
            }
            $r[$object][] = \ord($rgb[3 * $i]) / 255;
            $g[$object][] = \ord($rgb[3 * $i + 1]) / 255;
            $b[$object][] = \ord($rgb[3 * $i + 2]) / 255;
        }
        $objects = [];
        foreach ($r as $object => $red) {
            $objects[$object] = new ColourBlock(Srgb::class, $red, $g[$object] ?? [], $b[$object] ?? []);
        }

        return new self($raster, $objects);
    }

    /** The pixels of a picture, made as wide as asked. */
    public static function read(string $path, ?int $width = null): Raster
    {
        return new Raster(...self::pixels($path, 'rgb', $width));
    }

    /** Whether all neighbours of a pixel belong to the same object. */
    private static function isInside(string $labels, int $width, int $at): bool
    {
        foreach ([-$width - 1, -$width, -$width + 1, -1, 1, $width - 1, $width, $width + 1] as $step) {
            if (($labels[max(0, $at + $step)] ?? '') !== $labels[$at]) {
                return false;
            }
        }

        return true;
    }

    /** @return array{0: string, 1: int, 2: int} bytes, width, height */
    private static function pixels(string $path, string $format, ?int $width): array
    {
        $image = new \Imagick($path);
        if (null !== $width) {
            $image->resizeImage($width, 0, \Imagick::FILTER_TRIANGLE, 1.0);
        }
        $image->setImageDepth(8);
        $image->setImageFormat($format);

        return [$image->getImageBlob(), $image->getImageWidth(), $image->getImageHeight()];
    }
}
