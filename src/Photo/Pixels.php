<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/** A decoded picture: interleaved sRGB or sRGB with alpha, row by row without padding. */
final readonly class Pixels
{
    /**
     * @param int                   $bits     8 or 16 a channel; 16-bit values are in the machine's byte order, as ImageMagick's raw
     *                                        pixels and LittleCMS have them
     * @param bool                  $alpha    whether a fourth channel follows blue
     * @param string                $data     width × height × channels × bits/8 bytes
     * @param array<string, string> $metadata embedded profiles to carry along (exif, xmp, iptc), by name
     * @param bool                  $tagged   whether the picture came with a colour profile
     * @param bool                  $asFiled  whether these are the file's own pixels: not turned, not converted, nothing left out
     */
    public function __construct(
        public int $width,
        public int $height,
        public int $bits,
        public bool $alpha,
        public string $data,
        public array $metadata = [],
        public bool $tagged = false,
        public bool $asFiled = false,
    ) {
        if (\strlen($data) !== $width * $height * $this->bytesPerPixel()) {
            throw new \InvalidArgumentException(\sprintf('%d × %d pixels need %d bytes; there are %d.', $width, $height, $width * $height * $this->bytesPerPixel(), \strlen($data)));
        }
    }

    public function bytesPerPixel(): int
    {
        return ($this->alpha ? 4 : 3) * intdiv($this->bits, 8);
    }

    /** The same picture, whose file is to say that it is sRGB, or to say nothing. */
    public function tagged(bool $tagged): self
    {
        return new self($this->width, $this->height, $this->bits, $this->alpha, $this->data, $this->metadata, $tagged, $this->asFiled);
    }

    /** The same picture with other pixel values. */
    public function with(string $data): self
    {
        return new self($this->width, $this->height, $this->bits, $this->alpha, $data, $this->metadata, $this->tagged, $this->asFiled);
    }
}
