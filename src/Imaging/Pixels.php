<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging;

use Tovrin\App\Imaging\Decode\Origin;
use Tovrin\App\Imaging\Metadata\Metadata;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\Core\Reading\Raster;

/** A decoded picture: interleaved RGB or RGB with alpha, row by row without padding, in whatever encoding its colours say. */
final readonly class Pixels
{
    public ColourTag $colours;
    public Metadata $metadata;

    /**
     * @param int                $bits     8 or 16 a channel; 16-bit values are in the machine's byte order, as libvips and LittleCMS
     *                                     have them
     * @param bool               $alpha    whether a fourth channel follows blue
     * @param string|SharedBytes $held     width × height × channels × bits/8 bytes
     * @param bool               $asFiled  whether these are the file's own pixels: not turned, not converted, nothing left out
     * @param Origin             $origin   what the file said
     * @param string|null        $bins     where it has colours, for Occupancy; null when that was not counted
     */
    public function __construct(
        public int $width,
        public int $height,
        public int $bits,
        public bool $alpha,
        private string|SharedBytes $held,
        ?Metadata $metadata = null,
        ?ColourTag $colours = null,
        public bool $asFiled = false,
        public Origin $origin = new Origin(),
        public ?string $bins = null,
    ) {
        $this->metadata = $metadata ?? new Metadata();
        $this->colours = $colours ?? ColourTag::none();
        $length = \is_string($held) ? \strlen($held) : $held->length();
        if ($length !== $this->size()) {
            throw new \InvalidArgumentException(\sprintf('%d × %d pixels need %d bytes; there are %d.', $width, $height, $this->size(), $length));
        }
    }

    public function channels(): int
    {
        return $this->alpha ? 4 : 3;
    }

    public function bytesPerPixel(): int
    {
        return $this->channels() * intdiv($this->bits, 8);
    }

    /** Bytes in all. */
    public function size(): int
    {
        return $this->width * $this->height * $this->bytesPerPixel();
    }

    /** The pixels as a string; for pictures that are not large. */
    public function bytes(): string
    {
        return \is_string($this->held) ? $this->held : $this->held->toString();
    }

    /** The pixels for what reads pictures; of 8 bits without alpha, as those of previews are. */
    public function raster(): Raster
    {
        return new Raster($this->bytes(), $this->width, $this->height);
    }

    /** The same picture in memory of its own. */
    public function copy(): self
    {
        $copy = new SharedBytes(max(1, $this->size()));
        $copy->copy(0, $this->shared(), 0, $this->size());

        return $this->with($copy);
    }

    /** The pixels in memory that processes share. They may be written over by whoever is the last to use this picture. */
    public function shared(): SharedBytes
    {
        if ($this->held instanceof SharedBytes) {
            return $this->held;
        }
        $shared = new SharedBytes(max(1, \strlen($this->held)));
        $shared->put(0, $this->held);

        return $shared;
    }

    /** For libvips: an image over these pixels. To be called, and used, in a process of its own. */
    public function image(): VipsImage
    {
        return VipsImage::over($this->held, $this->width, $this->height, $this->channels(), $this->bits);
    }

    /** The same picture with other pixel values, and another meaning of them where one is given. */
    public function with(string|SharedBytes $held, ?ColourTag $colours = null, ?int $bits = null): self
    {
        return new self($this->width, $this->height, $bits ?? $this->bits, $this->alpha, $held, $this->metadata, $colours ?? $this->colours, $this->asFiled, $this->origin);
    }

    /** The same picture in another size. */
    public function sized(int $width, int $height, string|SharedBytes $held, ?int $bits = null, ?bool $alpha = null): self
    {
        return new self($width, $height, $bits ?? $this->bits, $alpha ?? $this->alpha, $held, $this->metadata, $this->colours, $this->asFiled, $this->origin);
    }

    /** The same picture, whose file is to say something else. */
    public function saying(?ColourTag $colours = null, ?Metadata $metadata = null): self
    {
        return new self($this->width, $this->height, $this->bits, $this->alpha, $this->held, $metadata ?? $this->metadata, $colours ?? $this->colours, $this->asFiled, $this->origin, $this->bins);
    }
}
