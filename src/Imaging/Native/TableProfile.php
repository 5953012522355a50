<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

use Tovrin\App\Imaging\PictureError;
use Tovrin\Core\Format\IccFile;

/** A device link of a table alone, made in memory: written as a file and read again, a large one would take half a second. */
final class TableProfile
{
    private const DECLARATIONS = <<<'C'
        void* cmsCreateProfilePlaceholder(void* context);
        void cmsSetProfileVersion(void* profile, double version);
        void cmsSetDeviceClass(void* profile, uint32_t signature);
        void cmsSetColorSpace(void* profile, uint32_t signature);
        void cmsSetPCS(void* profile, uint32_t signature);
        int cmsWriteTag(void* profile, uint32_t signature, const void* data);
        void* cmsPipelineAlloc(void* context, uint32_t in, uint32_t out);
        int cmsPipelineInsertStage(void* pipeline, int place, void* stage);
        void cmsPipelineFree(void* pipeline);
        void* cmsStageAllocCLut16bitGranular(void* context, const uint32_t* nodes, uint32_t in, uint32_t out, const void* table);
        C;
    private const LIBRARY = 'liblcms2.so.2';
    private const VERSION = 4.3;

    private static ?\FFI $library = null;

    /**
     * @param \FFI\CData $table see LittleCms::parts(); it is copied
     * @param list<int>   $nodes along each input
     *
     * @return \FFI\CData the profile; to be closed by whoever asked for it
     *
     * @throws PictureError when there is not enough memory
     */
    public static function made(?\FFI\CData $context, \FFI\CData $table, array $nodes): \FFI\CData
    {
        $lcms = self::$library ??= \FFI::cdef(self::DECLARATIONS, self::LIBRARY);
        $inputs = \count($nodes);
        $points = $lcms->new("uint32_t[$inputs]");
        \assert($points instanceof \FFI\CData);
        foreach ($nodes as $i => $count) {
            $points[$i] = $count; // @phpstan-ignore offsetAccess.nonOffsetAccessible
        }
        $pipeline = self::there(Ffi::call($lcms, 'cmsPipelineAlloc', $context, $inputs, 3));
        $stage = self::there(Ffi::call($lcms, 'cmsStageAllocCLut16bitGranular', $context, $points, $inputs, 3, $table));
        Ffi::call($lcms, 'cmsPipelineInsertStage', $pipeline, 0, $stage);
        $profile = self::there(Ffi::call($lcms, 'cmsCreateProfilePlaceholder', $context));
        Ffi::call($lcms, 'cmsSetProfileVersion', $profile, self::VERSION);
        Ffi::call($lcms, 'cmsSetDeviceClass', $profile, IccFile::number('link', 0));
        Ffi::call($lcms, 'cmsSetColorSpace', $profile, IccFile::number(3 === $inputs ? 'RGB ' : $inputs.'CLR', 0));
        Ffi::call($lcms, 'cmsSetPCS', $profile, IccFile::number('RGB ', 0));
        $written = Ffi::call($lcms, 'cmsWriteTag', $profile, IccFile::number('A2B0', 0), $pipeline);
        Ffi::call($lcms, 'cmsPipelineFree', $pipeline);
        if (0 === $written) {
            throw self::tooLarge();
        }

        return $profile;
    }

    private static function there(mixed $made): \FFI\CData
    {
        return $made instanceof \FFI\CData && !\FFI::isNull($made) ? $made : throw self::tooLarge();
    }

    private static function tooLarge(): PictureError
    {
        return new PictureError('There is not enough memory for a grade with so many areas. Remove one.');
    }
}
