<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Decode;

use Tovrin\App\Imaging\Metadata\Exif;
use Tovrin\App\Imaging\Metadata\Metadata;
use Tovrin\App\Imaging\Metadata\TagDirectory;
use Tovrin\App\Imaging\Native\LittleCms;
use Tovrin\App\Imaging\Native\SampleFormat;
use Tovrin\App\Imaging\Native\VipsError;
use Tovrin\App\Imaging\Native\VipsImage;
use Tovrin\App\Imaging\PictureError;

/** A picture file that was opened and looked over, before its pixels are decoded: RGB or CMYK, with or without alpha, 8 or 16 bits. */
final readonly class SourceImage
{
    /** libvips's numbers for what bands mean. */
    private const GREY = [1, 26];
    private const RGB = [17, 22, 25];
    private const CMYK = 15;
    /** A progressive JPEG has some ten scans; thousands are only there to take time. */
    private const SCANS_MOST = 100;
    /** A JPEG can be decoded by these parts of its size. */
    private const SHRINKS = [8, 4, 2];
    /** Where the pixels lie, and how many bytes they take. */
    private const STRIPS = [0x0111, 0x0117];
    private const TILES = [0x0144, 0x0145];

    /**
     * @param VipsImage    $image not decoded yet
     * @param string       $title of the format
     * @param list<string> $notes for the user
     */
    private function __construct(public VipsImage $image, public string $title, public int $bits, public bool $alpha, public bool $wasGrey, public int $orientation, public SourceColours $colours, public Metadata $metadata, public array $notes)
    {
    }

    /**
     * @throws PictureError when it is of a kind that is not taken, or too large
     * @throws VipsError    when it is damaged
     */
    public static function open(string $path, string $name, PictureFormat $format, ?int $side, int $failOn): self
    {
        $tags = PictureFormat::Tiff === $format ? TagDirectory::ofFile($path) : null;
        self::refuseShort($tags, (int) filesize($path), $name);
        $jpeg = PictureFormat::Jpeg === $format ? JpegHead::of($path) : null;
        if (false === $jpeg?->whole || (PictureFormat::Png === $format && !PngHead::isWhole($path))) {
            throw Refusal::short($name);
        }
        if (null !== $jpeg && $jpeg->scans > self::SCANS_MOST) {
            throw new PictureError(\sprintf('"%s" has %s scans, where ten are usual; it would take very long. Open it elsewhere, save it again and import that.', $name, number_format($jpeg->scans)));
        }
        $image = self::load($path, $format, $side, $failOn);
        [$bands, $meaning] = [$image->bands(), $image->interpretation()];
        $bits = match ($image->format()) {
            SampleFormat::Byte => 8,
            SampleFormat::Word => 16,
            default => throw Refusal::kind($name, 'has numbers with a point, or of more than 16 bits'),
        };
        $space = match (true) {
            \in_array($meaning, self::GREY, true) && $bands <= 2 => LittleCms::GRAY,
            \in_array($meaning, self::RGB, true) && $bands >= 3 => LittleCms::RGB,
            self::CMYK === $meaning && $bands >= 4 => LittleCms::CMYK,
            default => throw Refusal::kind($name, \sprintf('has %d channels that are not RGB, grey or CMYK', $bands)),
        };
        $colours = [LittleCms::GRAY => 1, LittleCms::RGB => 3, LittleCms::CMYK => 4][$space];
        $alpha = $bands > $colours;
        self::refuseLarge($image, $name, $path, $format, $bits, $alpha, true === $jpeg?->progressive);
        $notes = [];
        if (($pages = $image->field('n-pages') ?? 1) > 1) {
            $notes[] = \sprintf('It has %d pages; the first one is used.', $pages);
        }
        if ($bands > $colours + 1) {
            $notes[] = 'Extra channels besides colour and transparency were left out.';
        }
        $exif = $image->blob('exif-data') ?? (PictureFormat::Tiff === $format ? Exif::ofTiff($path)?->bytes : null);
        $read = null === $exif ? null : Exif::read($exif);
        $nclx = PictureFormat::Heif === $format ? Nclx::of($path) : null;
        if (true === $nclx?->isHighRange()) {
            throw Refusal::kind($name, 'is of high dynamic range (PQ or HLG)');
        }

        return new self(
            self::plain($image, $space, $colours, $alpha, $format),
            PictureFormat::Heif === $format ? (str_contains((string) file_get_contents($path, false, null, 0, 64), 'avi') ? 'AVIF' : 'HEIC') : $format->title(),
            $bits,
            $alpha,
            LittleCms::GRAY === $space,
            PictureFormat::Heif === $format ? 1 : $image->field('orientation') ?? 1,
            SourceColours::of($space, $image->blob('icc-profile-data'), $read?->saysOpRgb() ?? false, $nclx),
            new Metadata($read?->bytes, $image->blob('xmp-data'), PictureFormat::Tiff === $format ? $tags?->entries[Exif::IPTC]['value'] ?? null : Metadata::unwrapped($image->blob('iptc-data') ?? '')),
            $notes,
        );
    }

    private static function load(string $path, PictureFormat $format, ?int $side, int $failOn): VipsImage
    {
        $image = VipsImage::opened($format->loader(), $path, ['fail_on' => $failOn]);
        if (null === $side || PictureFormat::Jpeg !== $format) {
            return $image;
        }
        foreach (self::SHRINKS as $shrink) {
            if (max($image->width(), $image->height()) >= $shrink * $side) {
                return VipsImage::opened($format->loader(), $path, ['fail_on' => $failOn, 'shrink' => $shrink]);
            }
        }

        return $image;
    }

    /** The channels as they are worked on. */
    private static function plain(VipsImage $image, string $space, int $colours, bool $alpha, PictureFormat $format): VipsImage
    {
        $depth = PictureFormat::Heif === $format ? $image->field('heif-bitdepth') ?? 8 : 8;
        if ($depth > 8) {
            // libvips moves 10 and 12 bits to the top of 16, and leaves the lowest empty: white would not be white.
            $image = $image->linear(65_535 / (((1 << $depth) - 1) << (16 - $depth)), 0.5)->cast(SampleFormat::Word);
        }
        if (LittleCms::GRAY === $space) {
            $grey = $alpha ? $image->band(0) : $image;

            return $alpha ? $grey->join($grey, $grey, $image->band(1)) : $grey->join($grey, $grey);
        }
        $wanted = $colours + ($alpha ? 1 : 0);

        return $image->bands() > $wanted ? $image->band(0, $wanted) : $image;
    }

    private static function refuseLarge(VipsImage $image, string $name, string $path, PictureFormat $format, int $bits, bool $alpha, bool $progressive): void
    {
        [$width, $height] = [$image->width(), $image->height()];
        // What cannot be decoded from the top down is held a second time meanwhile.
        $whole = match ($format) {
            PictureFormat::Jpeg => $progressive,
            PictureFormat::Png => "\1" === file_get_contents($path, false, null, 28, 1),
            PictureFormat::Tiff => false,
            default => true,
        };
        if (max($width, $height) > PictureFile::MAX_SIDE || $width * $height * ($alpha ? 4 : 3) * intdiv($bits, 8) * ($whole ? 2 : 1) > PictureFile::MAX_BYTES) {
            throw Refusal::tooLarge($name, $width, $height, $bits, $whole);
        }
    }

    /** libtiff reads on where a file that was cut short lacks what is not pixels. */
    private static function refuseShort(?TagDirectory $first, int $size, string $name): void
    {
        foreach ([self::STRIPS, self::TILES] as [$places, $lengths]) {
            foreach (array_map(null, $first?->numbers($places) ?? [], $first?->numbers($lengths) ?? []) as [$place, $length]) {
                if (($place ?? 0) + ($length ?? 0) > $size) {
                    throw Refusal::short($name);
                }
            }
        }
        if (true === $first?->lacks) {
            throw Refusal::short($name);
        }
    }
}
