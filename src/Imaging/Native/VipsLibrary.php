<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

use Tovrin\App\Imaging\PictureError;

/** The C functions of libvips that are used, and the library made ready. */
final class VipsLibrary
{
    private const LIBRARY = 'libvips.so.42';
    private const DECLARATIONS = <<<'C'
        typedef void VipsImage;
        typedef void VipsRegion;
        typedef void VipsArrayInt;
        int vips_init(const char* name);
        const char* vips_error_buffer(void);
        void vips_error_clear(void);
        void vips_cache_set_max(int operations);
        void vips_block_untrusted_set(int block);
        int vips_image_get_width(VipsImage* image);
        int vips_image_get_height(VipsImage* image);
        int vips_image_get_bands(VipsImage* image);
        int vips_image_get_format(VipsImage* image);
        int vips_image_get_interpretation(VipsImage* image);
        size_t vips_image_get_typeof(VipsImage* image, const char* name);
        void vips_concurrency_set(int threads);
        int vips_image_get_int(VipsImage* image, const char* name, int* out);
        int vips_image_get_blob(VipsImage* image, const char* name, const void** data, size_t* length);
        void vips_image_set_blob_copy(VipsImage* image, const char* name, const char* data, size_t length);
        void vips_image_set_int(VipsImage* image, const char* name, int value);
        VipsImage* vips_image_new_from_memory(const char* data, size_t size, int width, int height, int bands, int format);
        VipsImage* vips_image_new_matrix_from_array(int width, int height, const double* values, int count);
        VipsImage* vips_image_copy_memory(VipsImage* image);
        void* vips_image_write_to_memory(VipsImage* image, size_t* length);
        VipsRegion* vips_region_new(VipsImage* image);
        void* vips_region_fetch(VipsRegion* region, int left, int top, int width, int height, size_t* length);
        void g_free(void* memory);
        void g_object_unref(void* object);
        int vips_jpegload(const char* file, VipsImage** out, ...);
        int vips_pngload(const char* file, VipsImage** out, ...);
        int vips_tiffload(const char* file, VipsImage** out, ...);
        int vips_webpload(const char* file, VipsImage** out, ...);
        int vips_heifload(const char* file, VipsImage** out, ...);
        int vips_jpegsave(VipsImage* in, const char* file, ...);
        int vips_pngsave(VipsImage* in, const char* file, ...);
        int vips_tiffsave(VipsImage* in, const char* file, ...);
        int vips_webpsave(VipsImage* in, const char* file, ...);
        int vips_heifsave(VipsImage* in, const char* file, ...);
        int vips_autorot(VipsImage* in, VipsImage** out, ...);
        int vips_extract_band(VipsImage* in, VipsImage** out, int band, ...);
        int vips_extract_area(VipsImage* in, VipsImage** out, int left, int top, int width, int height, ...);
        int vips_bandrank(VipsImage** in, VipsImage** out, int n, ...);
        int vips_linear1(VipsImage* in, VipsImage** out, double times, double plus, ...);
        int vips_cast(VipsImage* in, VipsImage** out, int format, ...);
        int vips_copy(VipsImage* in, VipsImage** out, ...);
        int vips_resize(VipsImage* in, VipsImage** out, double scale, ...);
        int vips_premultiply(VipsImage* in, VipsImage** out, ...);
        int vips_unpremultiply(VipsImage* in, VipsImage** out, ...);
        int vips_gaussblur(VipsImage* in, VipsImage** out, double sigma, ...);
        int vips_add(VipsImage* left, VipsImage* right, VipsImage** out, ...);
        int vips_subtract(VipsImage* left, VipsImage* right, VipsImage** out, ...);
        int vips_divide(VipsImage* left, VipsImage* right, VipsImage** out, ...);
        VipsArrayInt* vips_array_int_newv(int count, ...);
        void vips_area_unref(void* area);
        int vips_affine(VipsImage* in, VipsImage** out, double a, double b, double c, double d, ...);
        int vips_byteswap(VipsImage* in, VipsImage** out, ...);
        int vips_multiply(VipsImage* left, VipsImage* right, VipsImage** out, ...);
        int vips_recomb(VipsImage* in, VipsImage** out, VipsImage* matrix, ...);
        int vips_convsep(VipsImage* in, VipsImage** out, VipsImage* mask, ...);
        int vips_bandjoin(VipsImage** in, VipsImage** out, int n, ...);
        int vips_replicate(VipsImage* in, VipsImage** out, int across, int down, ...);
        int vips_relational_const1(VipsImage* in, VipsImage** out, int relation, double value, ...);
        int vips_ifthenelse(VipsImage* condition, VipsImage* then, VipsImage* otherwise, VipsImage** out, ...);
        int vips_morph(VipsImage* in, VipsImage** out, VipsImage* mask, int how, ...);
        int vips_shrink(VipsImage* in, VipsImage** out, double across, double down, ...);
        int vips_maplut(VipsImage* in, VipsImage** out, VipsImage* table, ...);
        int vips_boolean(VipsImage* left, VipsImage* right, VipsImage** out, int how, ...);
        int vips_embed(VipsImage* in, VipsImage** out, int left, int top, int width, int height, ...);
        int vips_hist_find_ndim(VipsImage* in, VipsImage** out, ...);
        C;

    private static ?\FFI $library = null;

    /** @throws PictureError when it is not installed */
    public static function get(): \FFI
    {
        if (null === self::$library) {
            try {
                self::$library = \FFI::cdef(self::DECLARATIONS, self::LIBRARY);
            } catch (\FFI\Exception $e) {
                throw new PictureError('libvips is missing: install the Debian package libvips42, or run "make demo", which does.', 0, $e);
            }
            putenv('VIPS_WARNING=1');
            Ffi::call(self::$library, 'vips_init', 'tovrin');
            // One picture goes through each operation once: there is nothing to remember.
            Ffi::call(self::$library, 'vips_cache_set_max', 0);
            Ffi::call(self::$library, 'vips_block_untrusted_set', 1);
        }

        return self::$library;
    }
}
