<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Tovrin\App\Imaging\Encode\Profile;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Metadata\MetadataKept;
use Tovrin\App\Imaging\PictureError;

/** How a file is to be made, as it is kept with the file until then. */
final readonly class ExportSpec
{
    /**
     * @param int|null  $bits        a channel, 8 or 16; null is as many as the photo has, and the form holds
     * @param int|null  $side        longest side in pixels, never enlarged; null is the photo's own
     * @param int       $quality     1…100, for JPEG, WebP and AVIF
     * @param int|null  $lattice     nodes along each axis; null is as few as keep what is promised
     * @param int|null  $move        index of the move whose matte it is
     * @param bool      $dither      whether 8 bits made of 16 are dithered
     * @param bool      $sharpen     whether a picture that is made smaller is sharpened
     * @param bool      $progressive whether a JPEG comes in scans of rising detail
     * @param bool|null $fullColour  see Writing
     * @param bool      $colourPart  whether a table leaves out areas and softened mattes
     */
    public function __construct(
        public ExportFormat $format,
        public ?int $bits = null,
        public ?int $side = null,
        public int $quality = Rendering::DEFAULT_QUALITY,
        public ?int $lattice = null,
        public Profile $profile = Profile::Source,
        public ?int $move = null,
        public MetadataKept $metadata = MetadataKept::All,
        public bool $dither = true,
        public bool $sharpen = false,
        public bool $progressive = false,
        public ?bool $fullColour = null,
        public bool $colourPart = false,
    ) {
    }

    public static function of(Output $output, ?int $move = null): self
    {
        return new self($output->format, $output->format->isDeep() ? $output->bits : 8, $output->side, $output->quality, $output->lattice, $output->profile, $move, $output->metadata, $output->dither, $output->sharpen, $output->progressive, $output->fullColour, $output->colourPart);
    }

    public function json(): string
    {
        $all = get_object_vars($this);
        unset($all['format']);

        return json_encode(['profile' => $this->profile->value, 'metadata' => $this->metadata->value] + $all, \JSON_THROW_ON_ERROR);
    }

    /** @throws PictureError when another version has kept it, with words that this one does not know: nothing is given away by mistake */
    public static function read(string $format, string $json): self
    {
        try {
            return self::readKnown($format, $json);
        } catch (\ValueError $e) {
            throw new PictureError('How this file is to be made was written down by another version of Tovrin, in words that this one does not know. Ask for the file again.', 0, $e);
        }
    }

    private static function readKnown(string $format, string $json): self
    {
        /** @var array{bits?: int|null, side?: int|null, quality?: int, lattice?: int|null, profile?: string, move?: int|null, metadata?: string, dither?: bool, sharpen?: bool, progressive?: bool, fullColour?: bool|null, colourPart?: bool} $kept */
        $kept = json_decode($json, true, 4, \JSON_THROW_ON_ERROR);

        return new self(
            ExportFormat::from($format),
            $kept['bits'] ?? null,
            $kept['side'] ?? null,
            $kept['quality'] ?? Rendering::DEFAULT_QUALITY,
            $kept['lattice'] ?? null,
            Profile::named($kept['profile'] ?? Profile::Source->value),
            $kept['move'] ?? null,
            MetadataKept::from($kept['metadata'] ?? MetadataKept::All->value),
            $kept['dither'] ?? true,
            $kept['sharpen'] ?? false,
            $kept['progressive'] ?? false,
            $kept['fullColour'] ?? null,
            $kept['colourPart'] ?? false,
        );
    }

    /** How its picture is written, of pixels of so many bits. */
    public function writing(int $bits): Writing
    {
        return new Writing($this->format->picture(), $this->quality, $this->fullColour, $this->progressive, $this->dither, $this->isShallow($bits));
    }

    /** Bits a channel that a photo of so many is to be worked on with. */
    public function depth(int $bits): int
    {
        return $this->format->isDeep() ? max($bits, $this->bits ?? $bits) : $bits;
    }

    /** Whether the file is to have 8 bits, of a photo of so many. */
    public function isShallow(int $bits): bool
    {
        return !$this->format->isDeep() || 8 === ($this->bits ?? $bits);
    }

    /**
     * How long it will take, in megapixels of JPEG.
     *
     * @param float $megapixels of the photo
     */
    public function cost(float $megapixels): int
    {
        // A table of the grade takes a few seconds whatever the photo.
        return $this->format->isGrade() ? 4 : max(1, (int) ceil($megapixels * $this->format->slowness() * (($this->bits ?? 8) > 8 ? 2 : 1)));
    }
}
