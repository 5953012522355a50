<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

/** Forms of a finished file: pictures, parts of pictures, and the grade itself. */
enum ExportFormat: string
{
    case Jpeg = 'jpeg';
    case Png = 'png';
    case Tiff = 'tiff';
    case Webp = 'webp';
    case Avif = 'avif';
    case Matte = 'matte';
    case MatteTiff = 'matte-tiff';
    case TonePlate = 'tone-plate';
    case ColourPlate = 'colour-plate';
    case Cube = 'cube';
    case Icc = 'icc';
    case Hald = 'hald';

    /** The grade itself, whatever the photo. */
    public function isGrade(): bool
    {
        return \in_array($this, [self::Cube, self::Icc, self::Hald], true);
    }

    public function isPlate(): bool
    {
        return self::TonePlate === $this || self::ColourPlate === $this;
    }

    /** How much moves act, a file each. */
    public function isMatte(): bool
    {
        return self::Matte === $this || self::MatteTiff === $this;
    }

    /** Behind the name that the pattern gives. */
    public function ending(): string
    {
        return match ($this) {
            self::Jpeg => '.jpg',
            self::Png => '.png',
            self::Tiff => '.tif',
            self::Webp => '.webp',
            self::Avif => '.avif',
            self::Matte => '-matte.png',
            self::MatteTiff => '-matte.tif',
            self::TonePlate => '-tone-plate.png',
            self::ColourPlate => '-colour-plate.png',
            self::Cube => '.cube',
            self::Icc => '.icc',
            self::Hald => '-hald.png',
        };
    }

    /** Media type of the file. */
    public function type(): string
    {
        return match ($this) {
            self::Jpeg => 'image/jpeg',
            self::Tiff, self::MatteTiff => 'image/tiff',
            self::Webp => 'image/webp',
            self::Avif => 'image/avif',
            self::Cube => 'text/plain',
            self::Icc => 'application/vnd.iccprofile',
            default => 'image/png',
        };
    }

    /** How pictures of it are written, for Photo\Writing. */
    public function picture(): string
    {
        return \in_array($this, [self::Jpeg, self::Tiff, self::Webp, self::Avif], true) ? $this->value : self::Png->value;
    }

    /** Whether it can hold 16 bits a channel. */
    public function isDeep(): bool
    {
        return self::Png === $this || self::Tiff === $this || $this->isPlate();
    }

    /** How long a megapixel takes against one of a JPEG; roughly, as measured. */
    public function slowness(): int
    {
        return match ($this) {
            self::Jpeg, self::Matte, self::MatteTiff => 1,
            self::Tiff => 2,
            self::Avif => 12,
            default => 3,
        };
    }
}
