<?php

declare(strict_types=1);

namespace Tovrin\Core\Tone;

/**
 * The light of a scene, as far as it can be told from its photo: cameras and converters press bright light together, so that more of it
 * fits into a picture (common practice; which curve it was is not known, and a gentle one stands for all). A photo's light y, 0 to 1, was
 * y / (2 − y) before: half as much in the dark, and the same where it is white. Beyond 0 and 1 both go on straight.
 */
final class Shoulder
{
    /**
     * A hot loop.
     *
     * @param array<int, float> $light linear, of the photo
     *
     * @return array<int, float> linear, of the scene
     */
    public static function undone(array $light): array
    {
        foreach ($light as $i => $y) {
            $light[$i] = $y <= 0.0 ? $y / 2.0 : ($y >= 1.0 ? 2.0 * $y - 1.0 : $y / (2.0 - $y));
        }

        return $light;
    }

    /**
     * The other way round. A hot loop.
     *
     * @param array<int, float> $light linear, of the scene
     *
     * @return array<int, float> linear, of the photo
     */
    public static function done(array $light): array
    {
        foreach ($light as $i => $x) {
            $light[$i] = $x <= 0.0 ? 2.0 * $x : ($x >= 1.0 ? 0.5 + $x / 2.0 : 2.0 * $x / (1.0 + $x));
        }

        return $light;
    }
}
