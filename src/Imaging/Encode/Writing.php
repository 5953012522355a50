<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode;

use Tovrin\App\Imaging\Encode\Format\FileFormat;
use Tovrin\App\Imaging\Encode\Format\FileFormats;
use Tovrin\App\Imaging\Encode\Format\Png;
use Tovrin\App\Imaging\Encode\Format\Tiff;

/** How a picture file is written. */
final readonly class Writing
{
    /** A grey PNG of the first channel. */
    public const GREY = 'grey';
    /** The same as a TIFF. */
    public const GREY_TIFF = 'grey-tiff';

    /**
     * @param string    $format      the id of one of FileFormats, GREY or GREY_TIFF
     * @param int       $quality     1…100, for JPEG, WebP and AVIF
     * @param bool|null $fullColour  whether a JPEG or AVIF keeps colour in every pixel; null is from quality 90 on, common practice
     * @param bool      $progressive whether a JPEG comes in scans of rising detail
     * @param bool      $dithered    whether what lies between two levels of 8 bits is spread over pixels, so that gradients do not band
     * @param bool      $shallow     whether 16 bits become 8 where the form would hold them
     */
    public function __construct(public string $format, public int $quality = 92, public ?bool $fullColour = null, public bool $progressive = false, public bool $dithered = false, public bool $shallow = false)
    {
    }

    /**
     * @return class-string<FileFormat>
     *
     * @throws \InvalidArgumentException when there is none of the name
     */
    public static function formatNamed(string $name): string
    {
        return match ($name) {
            self::GREY => Png::class,
            self::GREY_TIFF => Tiff::class,
            default => FileFormats::named($name),
        };
    }

    /** Whether the file has 16 bits, of pixels that have. */
    public function isDeep(): bool
    {
        return !$this->shallow && self::formatNamed($this->format)::isDeep();
    }

    public function isGrey(): bool
    {
        return self::GREY === $this->format || self::GREY_TIFF === $this->format;
    }

    public function keepsColour(): bool
    {
        return $this->fullColour ?? $this->quality >= 90;
    }
}
