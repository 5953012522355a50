<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Decode;

use Tovrin\App\Imaging\Metadata\TagDirectory;
use Tovrin\App\Imaging\PictureError;

/** Formats of pictures that are read, told by how a file begins. */
enum PictureFormat: string
{
    case Jpeg = 'jpeg';
    case Png = 'png';
    case Tiff = 'tiff';
    case Webp = 'webp';
    /** HEIC and AVIF, which are one container. */
    case Heif = 'heif';
    /** What a camera's sensor recorded, not yet a picture. */
    case Raw = 'raw';

    public const READ = 'JPEG, PNG, TIFF, WebP, AVIF, HEIC and raw files of cameras';
    private const LOOKED_AT = 64;
    /** Brands of ISO/IEC 23008-12 and AV1 Image File Format files that hold a picture. */
    private const BRANDS = ['heic', 'heix', 'heim', 'heis', 'hevc', 'hevx', 'mif1', 'msf1', 'avif', 'avis', 'miaf', 'MiHB'];
    /** How files begin that people take for pictures that can be read. */
    private const OTHERS = [
        'GIF8' => 'a GIF',
        'BM' => 'a BMP',
        '8BPS' => 'a layered document',
        '%PDF' => 'a PDF',
        "\0\0\0\x0CJXL " => 'a JPEG XL',
        "\xFF\x0A" => 'a JPEG XL',
        "\0\0\0\x0CjP  " => 'a JPEG 2000',
        "\xFF\x4F\xFF\x51" => 'a JPEG 2000',
        '<svg' => 'an SVG drawing',
        '<?xml' => 'an XML file',
        "PK\x03\x04" => 'an archive',
    ];
    private const DNG_VERSION = 0xC612;
    private const SUB_IMAGES = 0x014A;
    private const SUBFILE = 0x00FE;
    private const PHOTOMETRIC = 0x0106;
    /** Of a sensor's mosaic. */
    private const MOSAIC = 32_803;
    private const RAW = ['FUJIFILMCCD-RAW', 'IIRO', 'IIRS', 'MMOR', "IIU\0", "\0MRM"];

    /**
     * @param string $name what to call it in messages
     *
     * @throws PictureError when it is none of these
     */
    public static function of(string $path, string $name): self
    {
        $head = is_file($path) ? @file_get_contents($path, false, null, 0, self::LOOKED_AT) : false;
        if (false === $head) {
            throw new PictureError(\sprintf('"%s" cannot be read. Check that it exists and that you may read it.', $name));
        }
        foreach (self::RAW as $start) {
            if (str_starts_with($head, $start)) {
                return self::Raw;
            }
        }
        $tiff = \in_array(substr($head, 0, 4), ["II*\0", "MM\0*", "II+\0", "MM\0+"], true);
        if (($tiff && 'CR' === substr($head, 8, 2)) || 'ftypcrx ' === substr($head, 4, 8)) {
            return self::Raw;
        }

        return match (true) {
            str_starts_with($head, "\xFF\xD8\xFF") => self::Jpeg,
            str_starts_with($head, "\x89PNG\r\n\x1A\n") => self::Png,
            $tiff => self::isRaw($path) ? self::Raw : self::Tiff,
            str_starts_with($head, 'RIFF') && 'WEBP' === substr($head, 8, 4) => self::Webp,
            'ftyp' === substr($head, 4, 4) && [] !== array_intersect(str_split(substr($head, 8), 4), self::BRANDS) => self::Heif,
            default => throw self::none($head, $name),
        };
    }

    /** As people know it. */
    public function title(): string
    {
        return match ($this) {
            self::Jpeg => 'JPEG',
            self::Png => 'PNG',
            self::Tiff => 'TIFF',
            self::Webp => 'WebP',
            self::Heif => 'HEIF',
            self::Raw => 'raw file',
        };
    }

    /** What libvips calls the operation that reads it. */
    public function loader(): string
    {
        return $this->value.'load';
    }

    /** Most raw files are TIFF files too, whose first picture is a thumbnail or a mosaic. */
    private static function isRaw(string $path): bool
    {
        $first = TagDirectory::ofFile($path);

        return isset($first->entries[self::DNG_VERSION]) || self::MOSAIC === $first?->number(self::PHOTOMETRIC) || (1 === $first?->number(self::SUBFILE) && isset($first->entries[self::SUB_IMAGES]));
    }

    private static function none(string $head, string $name): PictureError
    {
        $what = '' === $head ? ' (it is empty)' : '';
        foreach (self::OTHERS as $start => $kind) {
            if (str_starts_with(ltrim($head), (string) $start)) {
                $what = \sprintf(' but %s', $kind);
            }
        }

        return new PictureError(\sprintf('"%s" is not one of the pictures that can be read (%s)%s. Save it as one of these and import it again.', $name, self::READ, $what));
    }
}
