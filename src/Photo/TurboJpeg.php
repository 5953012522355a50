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

    /** Data about the picture that is handed on as it is. */
    private const CARRIED = ['exif', 'xmp'];

    private static \FFI|false|null $library = null;

    /**
     * The picture, or null when it is not plain enough or cannot be read this way.
     *
     * @param int|null $side decodes it smaller, by eighths, as long as its longer side keeps this many pixels
     */
    public static function decode(string $jpeg, ?int $side = null): ?Pixels
    {
        $header = self::header($jpeg);
        $turbo = self::library();
        if (null === $header || null === $turbo) {
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
            $eighths = null === $side ? 8 : max(1, min(8, (int) ceil(8 * $side / max($width, $height))));
            [$width, $height] = [intdiv($width * $eighths + 7, 8), intdiv($height * $eighths + 7, 8)];
            $bytes = 3 * $width * $height;
            $pixels = $turbo->new("char[$bytes]");
            \assert($pixels instanceof \FFI\CData);
            if (0 !== Ffi::call($turbo, 'tjDecompress2', $handle, $jpeg, \strlen($jpeg), $pixels, $width, 0, $height, self::RGB, self::ACCURATE_DCT)) {
                return null;
            }

            return new Pixels($width, $height, 8, false, \FFI::string($pixels, max(0, $bytes)), $header['metadata'], $header['tagged'], 8 === $eighths);
        } finally {
            Ffi::call($turbo, 'tjDestroy', $handle);
        }
    }

    /** The picture as a JPEG file, or null when it is not plain enough. */
    public static function encode(Pixels $pixels, int $quality): ?string
    {
        $turbo = self::library();
        if (8 !== $pixels->bits || $pixels->alpha || null === $turbo || [] !== array_diff(array_keys($pixels->metadata), self::CARRIED)) {
            return null;
        }
        $exif = $pixels->metadata['exif'] ?? null;
        $xmp = $pixels->metadata['xmp'] ?? null;
        if ((null !== $exif && (!$pixels->asFiled || !str_starts_with($exif, self::EXIF))) || \strlen((string) $exif) > self::SEGMENT_MOST || \strlen((string) $xmp) > self::SEGMENT_MOST) {
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
     * What a file carries besides its pixels; null when there is anything this way does not handle. Only the header is read.
     *
     * @return array{metadata: array<string, string>, tagged: bool}|null
     */
    private static function header(string $jpeg): ?array
    {
        $image = new \Imagick();
        try {
            $image->pingImageBlob($jpeg);
            /** @var array<string, string> $profiles */
            $profiles = $image->getImageProfiles('*', true);
            $upright = \in_array($image->getImageOrientation(), [\Imagick::ORIENTATION_UNDEFINED, \Imagick::ORIENTATION_TOPLEFT], true);
        } catch (\ImagickException) {
            return null;
        } finally {
            $image->clear();
        }
        $profile = $profiles['icc'] ?? null;
        unset($profiles['icc']);
        if (!$upright || [] !== array_diff(array_keys($profiles), self::CARRIED) || (null !== $profile && !LittleCms::isSrgb($profile))) {
            return null;
        }

        return ['metadata' => $profiles, 'tagged' => null !== $profile];
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
