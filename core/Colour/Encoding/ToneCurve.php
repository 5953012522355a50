<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour\Encoding;

/**
 * How the channel of an RGB encoding is written: encoded values 0…1 to linear light 0…1, rising throughout.
 *
 * Beyond 0…1 it goes on, keeping the sign, so that nothing is lost between moves.
 */
interface ToneCurve
{
    /**
     * @param array<int, float> $encoded
     *
     * @return array<int, float> linear light
     */
    public function decode(array $encoded): array;

    /**
     * @param array<int, float> $linear
     *
     * @return array<int, float> encoded
     */
    public function encode(array $linear): array;
}
