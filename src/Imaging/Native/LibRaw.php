<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

/** A raw file of a camera in LibRaw, which is closed with this object. To be used in a process of its own. */
final class LibRaw
{
    /** By version of the library, newest first; the Debian package libraw-bin brings the one that there is. */
    private const LIBRARIES = ['libraw.so.23', 'libraw.so.22', 'libraw.so.20'];
    private const DECLARATIONS = <<<'C'
        typedef void* raw_file;
        typedef struct { int type; unsigned short height; unsigned short width; unsigned short colors; unsigned short bits; unsigned int size; unsigned char data[1]; } raw_image;
        typedef struct { char guard[4]; char make[64]; char model[64]; } raw_camera;
        raw_file libraw_init(unsigned int flags);
        void libraw_close(raw_file file);
        int libraw_open_file(raw_file file, const char* path);
        int libraw_unpack(raw_file file);
        int libraw_dcraw_process(raw_file file);
        raw_image* libraw_dcraw_make_mem_image(raw_file file, int* error);
        void libraw_dcraw_clear_mem(raw_image* image);
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

    private function __construct(private readonly \FFI $library, private readonly \FFI\CData $file)
    {
    }

    public function __destruct()
    {
        Ffi::call($this->library, 'libraw_close', $this->file);
    }

    /** Null when the library is not installed. */
    public static function ready(): ?self
    {
        foreach (self::LIBRARIES as $name) {
            try {
                $library = \FFI::cdef(self::DECLARATIONS, $name);
            } catch (\FFI\Exception) {
                // Another version may be there.
                continue;
            }
            $file = Ffi::call($library, 'libraw_init', 0);

            return $file instanceof \FFI\CData ? new self($library, $file) : null;
        }

        return null;
    }

    /** @return bool false when it cannot be read */
    public function open(string $path): bool
    {
        return 0 === $this->call('libraw_open_file', $path);
    }

    /** @return array{int, int} width and height of what the camera recorded; 0 where that is not known */
    public function size(): array
    {
        return [self::whole($this->call('libraw_get_raw_width')), self::whole($this->call('libraw_get_raw_height'))];
    }

    /** What the camera calls itself. */
    public function camera(): string
    {
        $told = $this->call('libraw_get_iparams');
        \assert($told instanceof \FFI\CData);

        return trim(mb_scrub(\FFI::string(\FFI::addr($told->make[0])).' '.\FFI::string(\FFI::addr($told->model[0])))); // @phpstan-ignore-line
    }

    /** Makes it into a picture in ROMM RGB of 16 bits, by the camera's own white balance; null when it cannot be. */
    public function developed(): ?LibRawPicture
    {
        // Green stands for the second green where the camera does not part them.
        $green = $this->call('libraw_get_cam_mul', 1);
        for ($channel = 0; $channel < 4; ++$channel) {
            $times = $this->call('libraw_get_cam_mul', $channel);
            $this->call('libraw_set_user_mul', $channel, \is_float($times) && $times > 0.0 ? $times : $green);
        }
        $this->call('libraw_set_output_color', self::ROMM);
        $this->call('libraw_set_output_bps', 16);
        $this->call('libraw_set_gamma', 0, self::GAMMA[0]);
        $this->call('libraw_set_gamma', 1, self::GAMMA[1]);
        $this->call('libraw_set_no_auto_bright', 1);
        $error = new OutNumber($this->library, 'int');
        $image = 0 === $this->call('libraw_unpack') && 0 === $this->call('libraw_dcraw_process') ? $this->call('libraw_dcraw_make_mem_image', $error->place()) : null;
        if (!$image instanceof \FFI\CData || 3 !== $image->colors || 16 !== $image->bits) { // @phpstan-ignore property.notFound, property.notFound
            return null;
        }

        return new LibRawPicture(self::whole($image->width), self::whole($image->height), \FFI::addr($image->data[0]), fn () => Ffi::call($this->library, 'libraw_dcraw_clear_mem', $image)); // @phpstan-ignore-line
    }

    private function call(string $function, mixed ...$arguments): mixed
    {
        return Ffi::call($this->library, $function, $this->file, ...$arguments);
    }

    private static function whole(mixed $number): int
    {
        return \is_int($number) ? $number : 0;
    }
}
