<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Metadata;

/** What a photo's file carries besides its pixels and its colour profile. */
final readonly class Metadata
{
    /** How a block of the older kind begins that wraps IPTC data in a JPEG, and each of its parts. */
    private const WRAP = "Photoshop 3.0\0";
    private const PART = '8BIM';
    private const IPTC_PART = 0x0404;

    /**
     * @param string|null $exif a TIFF structure
     * @param string|null $xmp  ISO 16684-1
     * @param string|null $iptc IPTC-IIM, without what wraps it in a JPEG
     */
    public function __construct(public ?string $exif = null, public ?string $xmp = null, public ?string $iptc = null)
    {
    }

    public function isNone(): bool
    {
        return null === $this->exif && null === $this->xmp && null === $this->iptc;
    }

    /** The part of it that goes along with a finished picture, mended so that it is true of it. */
    public function of(MetadataKept $kept, int $width, int $height, bool $srgb): self
    {
        $exif = null === $this->exif ? null : Exif::read($this->exif);

        return match ($kept) {
            MetadataKept::All => new self($exif?->finished($width, $height, $srgb), null === $this->xmp ? null : self::mended($this->xmp), $this->iptc),
            MetadataKept::Reduced => new self($exif?->reduced()),
            MetadataKept::None => new self(),
        };
    }

    /** IPTC data as a JPEG wraps it. */
    public static function wrapped(string $iptc): string
    {
        return self::WRAP.self::PART.pack('n', self::IPTC_PART)."\0\0".pack('N', \strlen($iptc)).$iptc.(\strlen($iptc) % 2 ? "\0" : '');
    }

    /** IPTC data without what wraps it; null when it has none. Small pictures that lie beside it are left. */
    public static function unwrapped(string $block): ?string
    {
        if (!str_starts_with($block, self::WRAP)) {
            return str_starts_with($block, "\x1C") ? $block : null;
        }
        for ($at = \strlen(self::WRAP); self::PART === substr($block, $at, 4) && \strlen($block) >= $at + 12;) {
            $number = unpack('n', $block, $at + 4);
            $name = \ord($block[$at + 6]) + 1;
            $sized = $at + 6 + $name + $name % 2;
            $length = unpack('N', str_pad(substr($block, $sized, 4), 4, "\0"));
            $length = \is_array($length) && \is_int($length[1]) ? $length[1] : 0;
            if (\is_array($number) && self::IPTC_PART === $number[1] && $length > 0) {
                return substr($block, $sized + 4, $length);
            }
            $at = $sized + 4 + $length + $length % 2;
        }

        return null;
    }

    /** Without small pictures of the ungraded photo that some programs keep in it, and upright. */
    private static function mended(string $xmp): string
    {
        return (string) preg_replace(['~<xmp:Thumbnails\b.*?</xmp:Thumbnails\s*>~s', '~(tiff:Orientation(?:="|>))[2-8](?=["<])~'], ['', '${1}1'], $xmp);
    }
}
