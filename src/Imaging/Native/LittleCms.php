<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

use Tovrin\App\Imaging\ColourTag;
use Tovrin\App\Imaging\ForkedTask;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Colour\Encoding\RommRgb;
use Tovrin\Core\Cube\Lattice;
use Tovrin\Core\Format\IccRgbProfile;

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
        cmsHPROFILE cmsOpenProfileFromMemTHR(void* context, const char* memory, uint32_t size);
        int cmsCloseProfile(cmsHPROFILE profile);
        uint32_t cmsGetColorSpace(cmsHPROFILE profile);
        cmsHTRANSFORM cmsCreateMultiprofileTransformTHR(void* context, cmsHPROFILE* profiles, uint32_t count, uint32_t in, uint32_t out, uint32_t intent, uint32_t flags);
        int cmsChangeBuffersFormat(cmsHTRANSFORM transform, uint32_t in, uint32_t out);
        void cmsDeleteTransform(cmsHTRANSFORM transform);
        void cmsDoTransformLineStride(cmsHTRANSFORM transform, const void* in, void* out, uint32_t across, uint32_t lines, uint32_t in_line, uint32_t out_line, uint32_t in_plane, uint32_t out_plane);
        void cmsDoTransform(cmsHTRANSFORM transform, const void* in, void* out, uint32_t pixels);
        C;
    private const PERCEPTUAL = 0;
    private const RELATIVE_COLORIMETRIC = 1;
    private const BLACK_POINT_COMPENSATION = 0x2000;
    private const COPY_ALPHA = 0x04000000;
    /** Keeps the curves before a table as they are; else they would be worked into it. */
    private const KEEP_CURVES = 0x0010;
    /** Nothing is computed anew: exact, and slow. */
    private const AS_IT_STANDS = 0x0100;
    private const KINDS = [self::GRAY => [3, 1], self::RGB => [4, 3], self::CMYK => [6, 4]];

    /** How often progress is told; it may cost a look into the database. */
    private const PIXELS_PER_REPORT = 1_000_000;
    /** Small enough for the processor's cache, large enough that calls cost nothing. */
    private const STRIP = 1 << 15;

    /** Pixels up to which a second process would cost more than it saves. */
    private const ALONE_MOST = 1_000_000;

    private static ?\FFI $library = null;

    /** The colour space an ICC profile describes, as its four-letter signature; null when it is no profile. */
    public static function colourSpaceOf(string $profile): ?string
    {
        $lcms = self::library();
        $handle = self::profile($profile);
        if (null === $handle) {
            return null;
        }
        $signature = Ffi::call($lcms, 'cmsGetColorSpace', $handle);
        Ffi::call($lcms, 'cmsCloseProfile', $handle);

        return pack('N', $signature);
    }

    /**
     * Converts pixels from the space of a profile to that of an RGB profile, into 16 bits.
     *
     * @param string $space GRAY, RGB or CMYK: the profile's and the pixels'
     * @param int    $bits  8 or 16 a channel of the pixels
     * @param string $to    an RGB profile
     *
     * @throws PictureError when the profile cannot be used
     */
    public static function converter(string $profile, string $space, int $bits, bool $alpha, string $to): ColourTransform
    {
        [$kind, $channels] = self::KINDS[$space] ?? throw new PictureError(\sprintf('Its colour profile is for %s, which cannot be converted.', trim($space)));

        return self::transform([$profile, $to], self::format($kind, $channels, $bits, $alpha), self::format(4, 3, 16, $alpha), self::RELATIVE_COLORIMETRIC, self::BLACK_POINT_COMPENSATION | ($alpha ? self::COPY_ALPHA : 0));
    }

    /** Whether pixels can be converted by a profile of the space. */
    public static function converts(string $profile, string $space): bool
    {
        try {
            self::converter($profile, $space, 16, false, IccRgbProfile::write(RommRgb::encoding()));

            return true;
        } catch (PictureError) {
            return false;
        }
    }

    /**
     * Applies a device link to a picture, whose pixels may be written over.
     *
     * @param string                $link     ICC device link RGB → RGB
     * @param Lattice               $lattice  that of the link's table
     * @param int                   $bits     8 or 16 a channel of the result
     * @param ColourTag|null        $colours  what the result means; as before unless given
     * @param callable(float): void $progress told the share done, 0…1; may throw to stop
     */
    public static function applyLink(string $link, Lattice $lattice, Pixels $picture, callable $progress, ?int $bits = null, ?ColourTag $colours = null): Pixels
    {
        $bits ??= $picture->bits;
        $pixels = $picture->width * $picture->height;
        $source = $picture->shared();
        $target = $bits === $picture->bits ? $source : new SharedBytes(max(1, $pixels * $picture->channels() * intdiv($bits, 8)));
        $part = static fn (int $from, int $to, callable $told) => self::linked($link, $lattice, $picture, $source, $target, $bits, $from, $to, $told);
        if ($pixels <= self::ALONE_MOST) {
            $part(0, $pixels, $progress);
        } else {
            // A large picture is done in two halves, the second by another process, in memory they share.
            $rest = new ForkedTask(static function () use ($part, $pixels): string {
                $part(intdiv($pixels, 2), $pixels, static function (): void {});

                return '';
            });
            $part(0, intdiv($pixels, 2), $progress);
            $rest->result();
        }

        return $picture->with($target, $colours, $bits);
    }

    /** @param callable(float): void $progress */
    private static function linked(string $link, Lattice $lattice, Pixels $picture, SharedBytes $source, SharedBytes $target, int $bits, int $from, int $to, callable $progress): void
    {
        // Without a wish LittleCMS would resample the table to 33 nodes a side.
        $flags = ($lattice->size & 0xFF) << 16 | ($lattice->isUniform ? 0 : self::KEEP_CURVES) | ($picture->alpha ? self::COPY_ALPHA : 0);
        $transform = self::transform([$link], self::format(4, 3, $picture->bits, $picture->alpha), self::format(4, 3, $bits, $picture->alpha), self::PERCEPTUAL, $flags, $lattice->isUniform ? TableAsItIs::context() : null);
        [$in, $out] = [$picture->bytesPerPixel(), $picture->channels() * intdiv($bits, 8)];
        for ($start = $next = $from; $start < $to; $start += self::STRIP) {
            $n = min(self::STRIP, $to - $start);
            $transform->pixels($source->at($start * $in), $target->at($start * $out), $n);
            if ($start + $n >= $next || $start + $n === $to) {
                $progress(($start + $n - $from) / ($to - $from));
                $next += self::PIXELS_PER_REPORT;
            }
        }
    }

    /**
     * A table with so many inputs before red, green and blue, for parts of a picture.
     *
     * @param SharedBytes $table   words of 16 bits in the machine's byte order, three a node, blue running fastest, the first input slowest
     * @param list<int>   $nodes   along the axis of each input: those before, red, green, blue
     * @param int         $bits    8 or 16 a channel of the pixels and of the inputs before them
     * @param int         $outBits 8 or 16 a channel of the result
     *
     * @throws PictureError when there is not enough memory for it
     */
    public static function parts(SharedBytes $table, array $nodes, int $bits, int $outBits, bool $alpha): ColourTransform
    {
        $lcms = self::library();
        $inputs = \count($nodes);
        [$in, $out] = [self::format(3 === $inputs ? 4 : 0, $inputs, $bits, $alpha), self::format(4, 3, $outBits, $alpha)];
        $made = static function (?\FFI\CData $context, int $flags) use ($lcms, $table, $nodes, $in, $out): ColourTransform {
            $profile = TableProfile::made($context, $table->bytes(), $nodes);
            try {
                return self::between([$profile], $in, $out, self::PERCEPTUAL, $flags, $context);
            } finally {
                Ffi::call($lcms, 'cmsCloseProfile', $profile);
            }
        };
        $alone = $alpha ? self::COPY_ALPHA : 0;
        $transform = $made(TableAsItIs::context(), $alone);
        if (!TableAsItIs::took()) {
            // The library would make another, coarse table of it.
            $transform = $made(null, $alone | self::AS_IT_STANDS);
        }

        return $transform;
    }

    /**
     * @param list<string>    $profiles
     * @param \FFI\CData|null $context  see TableAsItIs
     *
     * @throws PictureError when one of them cannot be used
     */
    private static function transform(array $profiles, int $inFormat, int $outFormat, int $intent, int $flags, ?\FFI\CData $context = null): ColourTransform
    {
        $lcms = self::library();
        $handles = array_map(static fn (string $profile): ?\FFI\CData => self::profile($profile, $context), $profiles);
        try {
            if (\in_array(null, $handles, true)) {
                throw self::unusable();
            }

            return self::between($handles, $inFormat, $outFormat, $intent, $flags, $context);
        } finally {
            foreach (array_filter($handles) as $handle) {
                Ffi::call($lcms, 'cmsCloseProfile', $handle);
            }
        }
    }

    /**
     * @param list<\FFI\CData> $handles of profiles, which may be closed then
     *
     * @throws PictureError when one of them cannot be used
     */
    private static function between(array $handles, int $inFormat, int $outFormat, int $intent, int $flags, ?\FFI\CData $context): ColourTransform
    {
        $lcms = self::library();
        $count = \count($handles);
        $chain = $lcms->new("cmsHPROFILE[$count]");
        \assert($chain instanceof \FFI\CData);
        foreach ($handles as $i => $handle) {
            $chain[$i] = $handle; // @phpstan-ignore offsetAccess.nonOffsetAccessible
        }
        // Always made for 16 bits and only then given 8-bit buffers: for 8 bits LittleCMS would resample the table
        // over curves of its own, which strays by up to a tenth of the range where a grade is not smooth.
        $transform = Ffi::call($lcms, 'cmsCreateMultiprofileTransformTHR', $context, $chain, $count, self::inSixteen($inFormat), self::inSixteen($outFormat), $intent, $flags);
        if (!$transform instanceof \FFI\CData || \FFI::isNull($transform)) {
            throw self::unusable();
        }
        Ffi::call($lcms, 'cmsChangeBuffersFormat', $transform, $inFormat, $outFormat);

        return new ColourTransform($lcms, $transform);
    }

    private static function unusable(): PictureError
    {
        return new PictureError('Its colour profile is damaged or of a kind that cannot be used. Convert the picture to sRGB and import it again.');
    }

    private static function profile(string $bytes, ?\FFI\CData $context = null): ?\FFI\CData
    {
        $handle = Ffi::call(self::library(), 'cmsOpenProfileFromMemTHR', $context, $bytes, \strlen($bytes));

        return $handle instanceof \FFI\CData && !\FFI::isNull($handle) ? $handle : null;
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
