<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

/**
 * LittleCMS through FFI: applies ICC profiles and device links to pixels.
 *
 * Only looks colours up in what the core computed, or in what a photo's own profile says.
 */
final class LittleCms
{
    public const GRAY = 'GRAY';
    public const RGB = 'RGB ';
    public const CMYK = 'CMYK';

    private const LIBRARY = 'liblcms2.so.2';
    private const DECLARATIONS = <<<'C'
        typedef void* cmsHPROFILE;
        typedef void* cmsHTRANSFORM;
        cmsHPROFILE cmsOpenProfileFromMem(const char* memory, uint32_t size);
        cmsHPROFILE cmsCreate_sRGBProfile(void);
        int cmsSaveProfileToMem(cmsHPROFILE profile, void* memory, uint32_t* size);
        int cmsCloseProfile(cmsHPROFILE profile);
        uint32_t cmsGetColorSpace(cmsHPROFILE profile);
        cmsHTRANSFORM cmsCreateMultiprofileTransform(cmsHPROFILE* profiles, uint32_t count, uint32_t in, uint32_t out, uint32_t intent, uint32_t flags);
        int cmsChangeBuffersFormat(cmsHTRANSFORM transform, uint32_t in, uint32_t out);
        void cmsDeleteTransform(cmsHTRANSFORM transform);
        void cmsDoTransform(cmsHTRANSFORM transform, const char* in, void* out, uint32_t pixels);
        C;
    private const PERCEPTUAL = 0;
    private const RELATIVE_COLORIMETRIC = 1;
    private const BLACK_POINT_COMPENSATION = 0x2000;
    private const COPY_ALPHA = 0x04000000;

    /** How often progress is told; it may cost a look into the database. */
    private const PIXELS_PER_REPORT = 1_000_000;

    /** Pixels up to which a second process would cost more than it saves. */
    private const ALONE_MOST = 3_000_000;

    private static ?\FFI $library = null;

    /** The colour space an ICC profile describes, as its four-letter signature; null when it is no profile. */
    public static function colourSpaceOf(string $profile): ?string
    {
        $lcms = self::library();
        $handle = Ffi::call($lcms, 'cmsOpenProfileFromMem', $profile, \strlen($profile));
        if (!$handle instanceof \FFI\CData || \FFI::isNull($handle)) {
            return null;
        }
        $signature = Ffi::call($lcms, 'cmsGetColorSpace', $handle);
        Ffi::call($lcms, 'cmsCloseProfile', $handle);

        return pack('N', $signature);
    }

    /** Whether a profile says that it is sRGB: its name is in it, in one of the two ways profiles write text. */
    public static function isSrgb(string $profile): bool
    {
        return str_contains($profile, 'sRGB') || str_contains($profile, "s\0R\0G\0B");
    }

    /** An sRGB profile to embed in finished pictures. */
    public static function srgbProfile(): string
    {
        $lcms = self::library();
        $handle = Ffi::call($lcms, 'cmsCreate_sRGBProfile');
        $size = $lcms->new('uint32_t');
        \assert($size instanceof \FFI\CData);
        Ffi::call($lcms, 'cmsSaveProfileToMem', $handle, null, \FFI::addr($size));
        $bytes = ((array) unpack('V', \FFI::string(\FFI::addr($size), 4)))[1];
        \assert(\is_int($bytes) && $bytes >= 0);
        $memory = $lcms->new("char[$bytes]");
        \assert($memory instanceof \FFI\CData);
        Ffi::call($lcms, 'cmsSaveProfileToMem', $handle, \FFI::addr($memory), \FFI::addr($size));
        Ffi::call($lcms, 'cmsCloseProfile', $handle);

        // Its date of making is fixed, so that the same export is the same file.
        return substr_replace(\FFI::string($memory, $bytes), pack('n6', 2026, 1, 1, 0, 0, 0), 24, 12);
    }

    /**
     * Converts pixels from the space of an embedded profile to sRGB.
     *
     * @param string $space  GRAY, RGB or CMYK: the profile's and the pixels'
     * @param int    $bits   8 or 16 a channel, in and out
     * @param string $pixels interleaved; 16 bits in the machine's byte order
     *
     * @return string interleaved sRGB
     *
     * @throws PictureError when the profile cannot be used
     */
    public static function toSrgb(string $profile, string $space, string $pixels, int $bits, bool $alpha): string
    {
        $channels = [self::GRAY => 1, self::RGB => 3, self::CMYK => 4][$space] ?? throw new PictureError(\sprintf('Its colour profile is for %s, which cannot be converted.', trim($space)));
        $kind = [self::GRAY => 3, self::RGB => 4, self::CMYK => 6][$space];
        $lcms = self::library();
        $in = Ffi::call($lcms, 'cmsOpenProfileFromMem', $profile, \strlen($profile));
        $out = Ffi::call($lcms, 'cmsCreate_sRGBProfile');

        return self::transform(
            [$in, $out],
            self::format($kind, $channels, $bits, $alpha),
            self::format(4, 3, $bits, $alpha),
            self::RELATIVE_COLORIMETRIC,
            self::BLACK_POINT_COMPENSATION | ($alpha ? self::COPY_ALPHA : 0),
            $pixels,
            ($channels + ($alpha ? 1 : 0)) * intdiv($bits, 8),
            (3 + ($alpha ? 1 : 0)) * intdiv($bits, 8),
            static function (): void {},
        );
    }

    /**
     * Applies a device link to a picture.
     *
     * @param string                $link     ICC device link RGB → RGB
     * @param int                   $lattice  nodes along each axis of the link's table
     * @param callable(float): void $progress told the share done, 0…1; may throw to stop
     */
    public static function applyLink(string $link, int $lattice, Pixels $picture, callable $progress): Pixels
    {
        $bytes = \strlen($picture->data);
        if ($picture->width * $picture->height <= self::ALONE_MOST) {
            return $picture->with(self::linked($link, $lattice, $picture, 0, $bytes, null, $progress));
        }
        // A large picture is done in two halves, the second by another process, into memory they share.
        $half = $picture->bytesPerPixel() * intdiv($picture->width * $picture->height, 2);
        $shared = new SharedBytes(max(1, $bytes));
        $rest = new Sideline(static fn (): string => self::linked($link, $lattice, $picture, $half, $bytes, $shared->bytes(), static function (): void {}));
        self::linked($link, $lattice, $picture, 0, $half, $shared->bytes(), $progress);
        $rest->result();

        return $picture->with($shared->toString());
    }

    /**
     * A part of a picture through a device link.
     *
     * @param \FFI\CData|null       $into     where to put the whole picture's bytes; null gives back the part's
     * @param callable(float): void $progress
     */
    private static function linked(string $link, int $lattice, Pixels $picture, int $from, int $to, ?\FFI\CData $into, callable $progress): string
    {
        $handle = Ffi::call(self::library(), 'cmsOpenProfileFromMem', $link, \strlen($link));
        $format = self::format(4, 3, $picture->bits, $picture->alpha);

        return self::transform(
            [$handle],
            $format,
            $format,
            self::PERCEPTUAL,
            // Without a wish LittleCMS would resample the table to 33 nodes a side.
            ($lattice & 0xFF) << 16 | ($picture->alpha ? self::COPY_ALPHA : 0),
            $picture->data,
            $picture->bytesPerPixel(),
            $picture->bytesPerPixel(),
            $progress,
            $from,
            $to,
            $into,
        );
    }

    /**
     * @param list<mixed>           $profiles handles; closed here
     * @param int                   $from     first byte of the pixels to do
     * @param int|null              $to       byte behind the last; null is all
     * @param \FFI\CData|null       $into     bytes for the whole result, of which this part is filled in; null for a string of the part
     * @param callable(float): void $progress
     */
    private static function transform(array $profiles, int $inFormat, int $outFormat, int $intent, int $flags, string $pixels, int $inBytes, int $outBytes, callable $progress, int $from = 0, ?int $to = null, ?\FFI\CData $into = null): string
    {
        $lcms = self::library();
        $count = \count($profiles);
        $chain = $lcms->new("cmsHPROFILE[$count]");
        \assert($chain instanceof \FFI\CData);
        $usable = true;
        foreach ($profiles as $i => $profile) {
            $usable = $usable && $profile instanceof \FFI\CData && !\FFI::isNull($profile);
            $chain[$i] = $profile; // @phpstan-ignore offsetAccess.nonOffsetAccessible
        }
        // Always made for 16 bits and only then given 8-bit buffers: for 8 bits LittleCMS would resample the table
        // over curves of its own, which strays by up to a tenth of the range where a grade is not smooth.
        $transform = $usable ? Ffi::call($lcms, 'cmsCreateMultiprofileTransform', $chain, $count, self::inSixteen($inFormat), self::inSixteen($outFormat), $intent, $flags) : null;
        foreach ($profiles as $profile) {
            if ($profile instanceof \FFI\CData && !\FFI::isNull($profile)) {
                Ffi::call($lcms, 'cmsCloseProfile', $profile);
            }
        }
        if (!$transform instanceof \FFI\CData || \FFI::isNull($transform)) {
            throw new PictureError('Its colour profile is damaged or of a kind that cannot be used. Convert the picture to sRGB and bring it in again.');
        }
        try {
            Ffi::call($lcms, 'cmsChangeBuffersFormat', $transform, $inFormat, $outFormat);
            $total = intdiv(($to ?? \strlen($pixels)) - $from, $inBytes);
            // One buffer for everything: growing a string step by step would copy it again and again.
            $buffer = $into ?? $lcms->new('char['.max(1, $total * $outBytes).']');
            \assert($buffer instanceof \FFI\CData);
            $offset = null === $into ? 0 : intdiv($from, $inBytes) * $outBytes;
            // Small enough for the processor's cache, large enough that calls cost nothing.
            $strip = 1 << 15;
            for ($start = 0, $next = 0; $start < $total; $start += $strip) {
                $n = min($strip, $total - $start);
                Ffi::call($lcms, 'cmsDoTransform', $transform, substr($pixels, $from + $start * $inBytes, $n * $inBytes), \FFI::addr($buffer[$offset + $start * $outBytes]), $n); // @phpstan-ignore argument.type
                if ($start + $n >= $next || $start + $n === $total) {
                    $progress(($start + $n) / $total);
                    $next += self::PIXELS_PER_REPORT;
                }
            }

            return null === $into ? \FFI::string($buffer, max(0, $total * $outBytes)) : '';
        } finally {
            Ffi::call($lcms, 'cmsDeleteTransform', $transform);
        }
    }

    /** The LittleCMS pixel format word: colour space, channels, extra channel, bytes. 16 bits are in the machine's byte order, as Pixels has them. */
    private static function format(int $kind, int $channels, int $bits, bool $alpha): int
    {
        return $kind << 16 | ($alpha ? 1 << 7 : 0) | $channels << 3 | intdiv($bits, 8);
    }

    private static function inSixteen(int $format): int
    {
        return $format & ~7 | 2;
    }

    private static function library(): \FFI
    {
        if (null === self::$library) {
            try {
                self::$library = \FFI::cdef(self::DECLARATIONS, self::LIBRARY);
            } catch (\FFI\Exception $e) {
                throw new PictureError('LittleCMS is missing: install the Debian package liblcms2-2, or run "make demo", which does.', 0, $e);
            }
        }

        return self::$library;
    }
}
