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
    case Tiff = 'tiff';
    case Png = 'png';
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

    /** What it is called where one is chosen. */
    public function title(): string
    {
        return match ($this) {
            self::Matte => 'Mattes',
            self::MatteTiff => 'Mattes, TIFF',
            self::TonePlate => 'Tone plate',
            self::ColourPlate => 'Colour plate',
            self::Cube => '.cube table',
            self::Icc => 'ICC device link',
            self::Hald => 'Hald PNG',
            default => (string) preg_replace('/^an? /', '', FileFormats::named($this->value)::title()).' picture',
        };
    }

    /** What it is good for, in a sentence. */
    public function help(): string
    {
        $help = match ($this) {
            self::Matte => 'Where each move with a reach or an area acts, as a grey PNG: white is fully.',
            self::MatteTiff => 'The same as TIFFs.',
            self::TonePlate => 'The strongest channel of the finished photo alone.',
            self::ColourPlate => 'The finished photo divided by its tone plate.',
            self::Cube => 'The grade itself, for programs that take a 3-D LUT.',
            self::Icc => 'The grade itself, for colour management.',
            self::Hald => 'The grade itself as an image, for batch tools; fineness is rounded up to a square number.',
            default => FileFormats::named($this->value)::help(),
        };

        return $this->isGrade() ? $help.' It holds colours alone: edges stay as mixed as they are.' : $help;
    }

    /**
     * What can be set for it.
     *
     * @return list<OutputSetting>
     */
    public function settings(): array
    {
        if ($this->isGrade()) {
            return [OutputSetting::Lattice, OutputSetting::ColourPart];
        }
        if ($this->isMatte()) {
            return [OutputSetting::Side];
        }
        $picture = FileFormats::named($this->picture());
        $bits = $picture::isDeep() ? [OutputSetting::Bits] : [];
        if ($this->isPlate()) {
            return [...$bits, OutputSetting::Side];
        }

        return [
            OutputSetting::Side, OutputSetting::Profile, OutputSetting::Metadata, OutputSetting::Dither,
            ...$bits,
            ...$picture::isLossy() ? [OutputSetting::Quality] : [],
            ...$picture::canHalveColour() ? [OutputSetting::Chroma] : [],
            ...$picture::canBeProgressive() ? [OutputSetting::Progressive] : [],
        ];
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
