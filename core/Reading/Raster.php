<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

/** A picture as plain pixels: 8-bit encoded RGB, row by row without padding. */
final readonly class Raster
{
    /**
     * @param string $rgb    3 × width × height bytes
     * @param int    $width  pixels, at least 1
     * @param int    $height pixels, at least 1
     */
    public function __construct(public string $rgb, public int $width, public int $height)
    {
        if ($width < 1 || $height < 1 || \strlen($rgb) !== 3 * $width * $height) {
            throw new \InvalidArgumentException(\sprintf('A picture of %d × %d pixels has %d bytes of RGB; there are %d.', $width, $height, 3 * $width * $height, \strlen($rgb)));
        }
    }
}
