<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Encode;

use Tovrin\App\Imaging\Metadata\Exif;
use Tovrin\App\Imaging\Metadata\Metadata;
use Tovrin\App\Imaging\Metadata\TagDirectory;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Format\PngChunk;

/**
 * Profiles and metadata in picture files. WebP and AVIF leave them to libvips; into JPEG, PNG and TIFF files they are put byte for
 * byte afterwards, since makers' notes hold on to places.
 *
 * Source: ISO/IEC 10918-6 and CIPA DC-008 (JPEG segments), ICC.1:2010 annex B.4, ISO 16684-3; W3C PNG, third edition (eXIf, iCCP, iTXt).
 */
final class Embedding
{
    private const XMP = "http://ns.adobe.com/xap/1.0/\0";
    private const EXIF = "Exif\0\0";
    private const ICC = "ICC_PROFILE\0";
    /** A segment counts its length in two bytes. */
    private const SEGMENT_MOST = 65_500;
    private const PNG_HEAD = 33;

    /** @return array<string, string|null> all that goes along, for formats that libvips puts it into, by the names it has for them */
    public static function blobs(Pixels $pixels): array
    {
        $metadata = $pixels->metadata;

        return ['icc-profile-data' => $pixels->colours->profile, 'exif-data' => null === $metadata->exif ? null : self::EXIF.$metadata->exif, 'xmp-data' => $metadata->xmp];
    }

    public static function intoJpeg(string $path, Pixels $pixels): void
    {
        $metadata = $pixels->metadata;
        $segments = null === $metadata->exif ? '' : self::segment(0xE1, self::EXIF.$metadata->exif);
        $segments .= null === $metadata->xmp ? '' : self::segment(0xE1, self::XMP.$metadata->xmp);
        $segments .= null === $metadata->iptc ? '' : self::segment(0xED, Metadata::wrapped($metadata->iptc));
        $parts = null === $pixels->colours->profile ? [] : str_split($pixels->colours->profile, self::SEGMENT_MOST - 20);
        foreach ($parts as $i => $part) {
            $segments .= self::segment(0xE2, self::ICC.\chr($i + 1).\chr(\count($parts)).$part);
        }
        // Behind the start marker and the JFIF segment, which has to come first.
        $head = (string) file_get_contents($path, false, null, 0, 6);
        self::spliced($path, "\xFF\xE0" === substr($head, 2, 2) ? 4 + (\ord($head[4]) << 8 | \ord($head[5])) : 2, $segments);
    }

    /** Empty when there is too much for one. */
    private static function segment(int $marker, string $data): string
    {
        return \strlen($data) > self::SEGMENT_MOST ? '' : "\xFF".\chr($marker).pack('n', \strlen($data) + 2).$data;
    }

    public static function intoPng(string $path, Pixels $pixels): void
    {
        $metadata = $pixels->metadata;
        self::spliced($path, self::PNG_HEAD, (null === $pixels->colours->profile ? '' : PngChunk::of('iCCP', "ICC\0\0".gzcompress($pixels->colours->profile)))
            .(null === $metadata->exif ? '' : PngChunk::of('eXIf', $metadata->exif))
            .(null === $metadata->xmp ? '' : PngChunk::of('iTXt', "XML:com.adobe.xmp\0\0\0\0\0".$metadata->xmp)));
    }

    /** EXIF and IPTC data as the file's own tags: a new first directory behind its end, with what the old one had. */
    public static function behindTiff(string $path, Metadata $metadata): void
    {
        $exif = null === $metadata->exif ? null : Exif::read($metadata->exif);
        $first = null === $exif && null === $metadata->iptc ? null : TagDirectory::ofFile($path);
        $place = (int) filesize($path);
        $place += $place % 2;
        if (null === $first || $place > 0x7FFFFFFF) {
            return;
        }
        $own = $first->entries;
        if (null !== $metadata->iptc) {
            $own[Exif::IPTC] = ['type' => 7, 'count' => \strlen($metadata->iptc), 'value' => $metadata->iptc];
        }
        $added = $exif?->behindTiff($own, $place, $first->little) ?? TagDirectory::write($own, $place, $first->little);
        $file = fopen($path, 'r+');
        $done = false !== $file && 0 === fseek($file, $place) && \strlen($added) === fwrite($file, $added)
            && 0 === fseek($file, 4) && 4 === fwrite($file, TagDirectory::bytes($place, 4, $first->little)) && fclose($file);
        if (!$done) {
            throw new PictureError('The file could not be written: the disk is full or has failed.');
        }
    }

    /** Puts bytes into a file at a place, without holding it. */
    private static function spliced(string $path, int $at, string $bytes): void
    {
        if ('' === $bytes) {
            return;
        }
        // Swept with the other unfinished files, should this process be killed.
        $part = (string) preg_replace('/\.part$/D', '', $path).'.spliced.part';
        [$in, $out] = [fopen($path, 'r'), fopen($part, 'w')];
        if (false === $in || false === $out) {
            throw new PictureError('The file could not be written: the disk is full or has failed.');
        }
        $length = (int) filesize($path);
        $done = $at === stream_copy_to_stream($in, $out, $at) && \strlen($bytes) === fwrite($out, $bytes) && $length - $at === stream_copy_to_stream($in, $out);
        fclose($in);
        if (!fclose($out) || !$done || !rename($part, $path)) {
            @unlink($part);
            throw new PictureError('The file could not be written: the disk is full or has failed.');
        }
    }
}
