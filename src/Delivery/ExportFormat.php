<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Tovrin\App\Imaging\Encode\Format\FileFormats;
use Tovrin\App\Imaging\Encode\Format\Png;
use Tovrin\App\Imaging\Encode\Format\Tiff;

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
            self::Matte => '-matte.png',
            self::MatteTiff => '-matte.tif',
            self::TonePlate => '-tone-plate.png',
            self::ColourPlate => '-colour-plate.png',
            self::Cube => '.cube',
            self::Icc => '.icc',
            self::Hald => '-hald.png',
            default => '.'.FileFormats::named($this->picture())::endings()[0],
        };
    }

    /** Media type of the file. */
    public function type(): string
    {
        return match ($this) {
            self::MatteTiff => Tiff::mediaType(),
            self::Cube => 'text/plain',
            self::Icc => 'application/vnd.iccprofile',
            default => FileFormats::named($this->picture())::mediaType(),
        };
    }

    /** The format of the picture that it is: one of FileFormats. */
    public function picture(): string
    {
        return \in_array($this->value, array_map(static fn (string $format): string => $format::id(), FileFormats::ALL), true) ? $this->value : Png::id();
    }

    /** Whether it can hold 16 bits a channel. */
    public function isDeep(): bool
    {
        return !$this->isGrade() && !$this->isMatte() && FileFormats::named($this->picture())::isDeep();
    }

    /** How long a megapixel takes against one of a JPEG; roughly, as measured. */
    public function slowness(): int
    {
        return $this->isMatte() ? 1 : FileFormats::named($this->picture())::slowness();
    }
}
