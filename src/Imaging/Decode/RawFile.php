<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Decode;

use Tovrin\App\Imaging\Native\Ffi;
use Tovrin\App\Imaging\Native\SharedBytes;
use Tovrin\App\Imaging\PictureError;

/**
 * Camera raw files through LibRaw: made into pictures with the camera's own white balance, plainly, in ROMM RGB with 16 bits, upright.
 *
 * To be used in a process of its own, like everything that decodes.
 */
final class RawFile
{
    /** By version of the library, newest first; the Debian package libraw-bin brings the one that there is. */
    private const LIBRARIES = ['libraw.so.23', 'libraw.so.22', 'libraw.so.20'];
    private const DECLARATIONS = <<<'C'
        typedef void* raw_file;
        typedef struct { int type; unsigned short height; unsigned short width; unsigned short colors; unsigned short bits; unsigned int size; unsigned char data[1]; } raw_image;
        typedef struct { char guard[4]; char make[64]; char model[64]; } raw_camera;
        raw_file libraw_init(unsigned int flags);
        int libraw_open_file(raw_file file, const char* path);
        int libraw_unpack(raw_file file);
        int libraw_dcraw_process(raw_file file);
        raw_image* libraw_dcraw_make_mem_image(raw_file file, int* error);
        int libraw_get_raw_width(raw_file file);
        int libraw_get_raw_height(raw_file file);
        float libraw_get_cam_mul(raw_file file, int channel);
        void libraw_set_user_mul(raw_file file, int channel, float value);
        void libraw_set_output_color(raw_file file, int space);
        void libraw_set_output_bps(raw_file file, int bits);
        void libraw_set_gamma(raw_file file, int which, float value);
        void libraw_set_no_auto_bright(raw_file file, int off);
        raw_camera* libraw_get_iparams(raw_file file);
        C;
    private const ROMM = 4;
    /** The curve of ROMM RGB: ISO 22028-2. */
    private const GAMMA = [1 / 1.8, 16.0];
    /** It holds the mosaic, four channels of it, and the result. */
    private const BYTES_A_PIXEL = 16;
    private const BYTES_MOST = 1_000_000_000;

    private function __construct(public readonly int $width, public readonly int $height, public readonly string $camera, private readonly \FFI\CData $pixels)
    {
    }

    /**
     * @throws PictureError when it cannot be made into a picture
     */
    public static function rendered(string $path, string $name): self
    {
        $raw = self::library() ?? throw new PictureError(\sprintf('"%s" is camera raw data, for which LibRaw is missing. Install the Debian package libraw-bin, or convert it elsewhere and bring in a TIFF with 16 bits.', $name));
        $damaged = new PictureError(\sprintf('"%s" is camera raw data that cannot be read: it is damaged, or of a camera that is not known. Convert it with the program you use for that, save it as a TIFF with 16 bits, and bring that in.', $name));
        $file = Ffi::call($raw, 'libraw_init', 0);
        if (0 !== Ffi::call($raw, 'libraw_open_file', $file, $path)) {
            throw $damaged;
        }
        [$width, $height] = [Ffi::call($raw, 'libraw_get_raw_width', $file), Ffi::call($raw, 'libraw_get_raw_height', $file)];
        if (!\is_int($width) || !\is_int($height) || $width * $height * self::BYTES_A_PIXEL > self::BYTES_MOST) {
            throw Refusal::tooLarge($name, \is_int($width) ? $width : 0, \is_int($height) ? $height : 0, 16, true);
        }
        // Green stands for the second green where the camera does not part them.
        $green = Ffi::call($raw, 'libraw_get_cam_mul', $file, 1);
        for ($channel = 0; $channel < 4; ++$channel) {
            $times = Ffi::call($raw, 'libraw_get_cam_mul', $file, $channel);
            Ffi::call($raw, 'libraw_set_user_mul', $file, $channel, \is_float($times) && $times > 0.0 ? $times : $green);
        }
        Ffi::call($raw, 'libraw_set_output_color', $file, self::ROMM);
        Ffi::call($raw, 'libraw_set_output_bps', $file, 16);
        Ffi::call($raw, 'libraw_set_gamma', $file, 0, self::GAMMA[0]);
        Ffi::call($raw, 'libraw_set_gamma', $file, 1, self::GAMMA[1]);
        Ffi::call($raw, 'libraw_set_no_auto_bright', $file, 1);
        $error = $raw->new('int');
        \assert($error instanceof \FFI\CData);
        $image = 0 === Ffi::call($raw, 'libraw_unpack', $file) && 0 === Ffi::call($raw, 'libraw_dcraw_process', $file) ? Ffi::call($raw, 'libraw_dcraw_make_mem_image', $file, \FFI::addr($error)) : null;
        if (!$image instanceof \FFI\CData || 3 !== $image->colors || 16 !== $image->bits) { // @phpstan-ignore property.notFound, property.notFound
            throw $damaged;
        }

        return new self(self::whole($image->width), self::whole($image->height), self::camera($raw, $file), \FFI::addr($image->data[0])); // @phpstan-ignore-line
    }

    /** Puts the pixels into memory: interleaved, 16 bits. */
    public function into(SharedBytes $memory): void
    {
        \FFI::memcpy($memory->at(0), $this->pixels, max(0, 6 * $this->width * $this->height));
    }

    private static function camera(\FFI $raw, mixed $file): string
    {
        $told = Ffi::call($raw, 'libraw_get_iparams', $file);
        \assert($told instanceof \FFI\CData);

        return trim(mb_scrub(\FFI::string(\FFI::addr($told->make[0])).' '.\FFI::string(\FFI::addr($told->model[0])))); // @phpstan-ignore-line
    }

    private static function whole(mixed $number): int
    {
        return \is_int($number) ? $number : 0;
    }

    private static function library(): ?\FFI
    {
        foreach (self::LIBRARIES as $library) {
            try {
                return \FFI::cdef(self::DECLARATIONS, $library);
            } catch (\FFI\Exception) {
                // Another version may be there.
            }
        }

        return null;
    }
}
