<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/**
 * The quick way for plain JPEG pictures: libjpeg-turbo through FFI, three times as fast as going
 * through Imagick's deep pixels.
 *
 * It takes three-channel pictures in sRGB that stand upright and carry at most EXIF and XMP data;
 * whatever else there is (CMYK, other profiles, turned pictures, IPTC data, damage) it leaves to
 * Imagick by answering null. So it does where the library is not installed.
 */
final class TurboJpeg
{
    private const LIBRARY = 'libturbojpeg.so.0';
    private const DECLARATIONS = <<<'C'
        typedef void* tjhandle;
        tjhandle tjInitDecompress(void);
        tjhandle tjInitCompress(void);
        int tjDestroy(tjhandle handle);
        int tjDecompressHeader3(tjhandle handle, const char* jpeg, unsigned long size, int* width, int* height, int* subsampling, int* space);
        int tjDecompress2(tjhandle handle, const char* jpeg, unsigned long size, char* pixels, int width, int pitch, int height, int format, int flags);
        int tjCompress2(tjhandle handle, const char* pixels, int width, int pitch, int height, int format, char** jpeg, unsigned long* size, int subsampling, int quality, int flags);
        void tjFree(char* buffer);
        C;
    private const RGB = 0;
    private const ACCURATE_DCT = 4096;
    private const YCBCR = 1;
    private const SAMP_444 = 0;
    private const SAMP_420 = 2;
    /** From this quality on colour is kept at full resolution; common practice. */
    private const FULL_COLOUR_QUALITY = 90;
    private const EXIF = "Exif\0\0";
    /** How a segment with XMP data begins: ISO 16684-1 and its part for JPEG. */
    private const XMP = "http://ns.adobe.com/xap/1.0/\0";
    private const ICC = "ICC_PROFILE\0";
    /** A segment counts its length in two bytes. */
    private const SEGMENT_MOST = 65_500;

    private static \FFI|false|null $library = null;

    /** The picture, or null when it is not plain enough or cannot be read this way. */
    public static function decode(string $jpeg): ?Pixels
    {
        $segments = self::segments($jpeg);
        $turbo = self::library();
        if (null === $segments || null === $turbo) {
            return null;
        }
        $handle = Ffi::call($turbo, 'tjInitDecompress');
        try {
            $size = $turbo->new('int[4]');
            \assert($size instanceof \FFI\CData);
            if (0 !== Ffi::call($turbo, 'tjDecompressHeader3', $handle, $jpeg, \strlen($jpeg), \FFI::addr($size[0]), \FFI::addr($size[1]), \FFI::addr($size[2]), \FFI::addr($size[3]))) { // @phpstan-ignore argument.type, argument.type, argument.type, argument.type
                return null;
            }
            [$width, $height, , $space] = [$size[0], $size[1], $size[2], $size[3]];
            if (!\is_int($width) || !\is_int($height) || self::YCBCR !== $space || $width < 1 || $height < 1) {
                return null;
            }
            $bytes = 3 * $width * $height;
            $pixels = $turbo->new("char[$bytes]");
            \assert($pixels instanceof \FFI\CData);
            if (0 !== Ffi::call($turbo, 'tjDecompress2', $handle, $jpeg, \strlen($jpeg), $pixels, $width, 0, $height, self::RGB, self::ACCURATE_DCT)) {
                return null;
            }

            return new Pixels($width, $height, 8, false, \FFI::string($pixels, max(0, $bytes)), $segments['metadata'], $segments['tagged']);
        } finally {
            Ffi::call($turbo, 'tjDestroy', $handle);
        }
    }

    /** The picture as a JPEG file, or null when it is not plain enough. */
    public static function encode(Pixels $pixels, int $quality): ?string
    {
        $turbo = self::library();
        if (8 !== $pixels->bits || $pixels->alpha || null === $turbo || [] !== array_diff(array_keys($pixels->metadata), ['exif', 'xmp'])) {
            return null;
        }
        $exif = $pixels->metadata['exif'] ?? null;
        $xmp = $pixels->metadata['xmp'] ?? null;
        if ((null !== $exif && (!str_starts_with($exif, self::EXIF) || 1 !== self::orientation($exif))) || \strlen((string) $exif) > self::SEGMENT_MOST || \strlen((string) $xmp) > self::SEGMENT_MOST) {
            return null;
        }
        $handle = Ffi::call($turbo, 'tjInitCompress');
        $jpeg = $turbo->new('char*');
        $size = $turbo->new('unsigned long');
        \assert($jpeg instanceof \FFI\CData && $size instanceof \FFI\CData);
        try {
            if (0 !== Ffi::call($turbo, 'tjCompress2', $handle, $pixels->data, $pixels->width, 0, $pixels->height, self::RGB, \FFI::addr($jpeg), \FFI::addr($size), $quality >= self::FULL_COLOUR_QUALITY ? self::SAMP_444 : self::SAMP_420, $quality, self::ACCURATE_DCT)) {
                return null;
            }
            $length = $size->cdata; // @phpstan-ignore property.notFound
            $bytes = \FFI::string($jpeg, \is_int($length) ? max(0, $length) : 0);
        } finally {
            Ffi::call($turbo, 'tjFree', $jpeg);
            Ffi::call($turbo, 'tjDestroy', $handle);
        }
        $extra = (null === $exif ? '' : self::segment(0xE1, $exif))
            .(null === $xmp ? '' : self::segment(0xE1, self::XMP.$xmp))
            .($pixels->tagged ? self::segment(0xE2, self::ICC."\x01\x01".LittleCms::srgbProfile()) : '');
        // Behind the start marker and the JFIF segment, which has to come first.
        $at = "\xFF\xE0" === substr($bytes, 2, 2) ? 4 + self::word($bytes, 4) : 2;

        return '' === $extra ? $bytes : substr_replace($bytes, $extra, $at, 0);
    }

    /**
     * What a file carries besides its pixels; null when there is anything this way does not handle.
     *
     * @return array{metadata: array<string, string>, tagged: bool}|null
     */
    private static function segments(string $jpeg): ?array
    {
        $metadata = [];
        $profile = '';
        for ($at = 2; $at + 4 <= \strlen($jpeg) && "\xFF" === $jpeg[$at];) {
            $marker = \ord($jpeg[$at + 1]);
            $length = self::word($jpeg, $at + 2);
            $data = substr($jpeg, $at + 4, $length - 2);
            if (0xDA === $marker) {
                break;
            }
            if (0xE1 === $marker && str_starts_with($data, self::EXIF)) {
                if (isset($metadata['exif']) || 1 !== self::orientation($data)) {
                    return null;
                }
                $metadata['exif'] = $data;
            } elseif (0xE1 === $marker && str_starts_with($data, self::XMP)) {
                $metadata['xmp'] = substr($data, \strlen(self::XMP));
            } elseif (0xE2 === $marker && str_starts_with($data, self::ICC)) {
                $profile .= substr($data, \strlen(self::ICC) + 2);
            } elseif (0xE1 === $marker || 0xED === $marker || 0xEE === $marker) {
                return null;
            }
            $at += 2 + $length;
        }
        if ('' !== $profile && !LittleCms::isSrgb($profile)) {
            return null;
        }

        return ['metadata' => $metadata, 'tagged' => '' !== $profile];
    }

    /** The orientation an EXIF block gives, 1…8; 1 where it gives none; 0 when it cannot be read. */
    private static function orientation(string $exif): int
    {
        $tiff = substr($exif, \strlen(self::EXIF));
        $little = str_starts_with($tiff, 'II');
        if (!$little && !str_starts_with($tiff, 'MM')) {
            return 0;
        }
        $read = static function (int $at, int $bytes) use ($tiff, $little): int {
            $part = substr($tiff, $at, $bytes);
            if (\strlen($part) < $bytes) {
                return -1;
            }
            $value = (array) unpack(2 === $bytes ? ($little ? 'v' : 'n') : ($little ? 'V' : 'N'), $part);

            return \is_int($value[1] ?? null) ? $value[1] : -1;
        };
        $directory = $read(4, 4);
        $entries = $directory < 0 ? -1 : $read($directory, 2);
        if ($entries < 0) {
            return 0;
        }
        for ($i = 0; $i < $entries; ++$i) {
            $entry = $directory + 2 + 12 * $i;
            if (0x0112 === $read($entry, 2)) {
                return max(0, $read($entry + 8, 2));
            }
        }

        return 1;
    }

    private static function segment(int $marker, string $data): string
    {
        return "\xFF".\chr($marker).pack('n', \strlen($data) + 2).$data;
    }

    private static function word(string $bytes, int $at): int
    {
        return \ord($bytes[$at] ?? "\0") << 8 | \ord($bytes[$at + 1] ?? "\0");
    }

    private static function library(): ?\FFI
    {
        if (null === self::$library) {
            try {
                self::$library = \FFI::cdef(self::DECLARATIONS, self::LIBRARY);
            } catch (\FFI\Exception) {
                self::$library = false;
            }
        }

        return false === self::$library ? null : self::$library;
    }
}
