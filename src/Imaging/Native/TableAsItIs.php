<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Native;

use Tovrin\Core\Format\IccFile;

/**
 * Has LittleCMS look colours up in the table of a device link as it is, instead of computing every node of it anew into a copy,
 * which takes half a second for a fine one.
 *
 * Tables may have up to three inputs before red, green and blue.
 *
 * Done the way the library lets its users optimise pipelines (lcms2_plugin.h: cmsPluginOptimization): the link's own table, and
 * the library's own interpolation of it, are named as what evaluates the pipeline. Curves before and behind the table are left out,
 * so that it is for links whose curves change nothing. Where anything is not as expected, the library goes its usual way.
 */
final class TableAsItIs
{
    private const DECLARATIONS = <<<'C'
        typedef struct { uint32_t magic; uint32_t version; uint32_t type; void* next; } plugin_base;
        typedef int (*optimize_function)(void** pipeline, uint32_t intent, uint32_t* in, uint32_t* out, uint32_t* flags);
        typedef struct { plugin_base base; optimize_function optimize; } plugin_type;
        typedef struct {
            void* context; uint32_t flags; uint32_t inputs; uint32_t outputs;
            uint32_t nodes[15]; uint32_t last[15]; uint32_t strides[15];
            const void* words; void* interpolation;
        } lookup_type;
        typedef struct { void* words; lookup_type* lookup; uint32_t entries; int floats; } table_type;
        int cmsGetEncodedCMMversion(void);
        void* cmsCreateContext(void* plugin, void* data);
        uint32_t cmsPipelineStageCount(const void* pipeline);
        void* cmsPipelineGetPtrToFirstStage(const void* pipeline);
        void* cmsStageNext(const void* stage);
        uint32_t cmsStageType(const void* stage);
        void* cmsStageData(const void* stage);
        void _cmsPipelineSetOptimizationParameters(void* pipeline, void* evaluate, void* data, void* release, void* copy);
        C;
    private const LIBRARY = 'liblcms2.so.2';
    /** Signatures of lcms2_plugin.h and lcms2.h. */
    private const PLUGIN = 'acpp';
    private const OPTIMIZATION = 'optH';
    private const CURVES = 'cvst';
    private const TABLE = 'clut';
    /** Since then the structures are as they are declared here. */
    private const VERSION_LEAST = 2090;
    private const VERSION = 2060;
    private const INPUTS_MOST = 6;

    private static ?self $instance = null;
    private bool $took = false;

    private readonly \FFI $library;
    private readonly ?\FFI\CData $context;
    /** The library holds on to it. */
    private readonly \FFI\CData $plugin; // @phpstan-ignore property.onlyWritten

    private function __construct()
    {
        $this->library = \FFI::cdef(self::DECLARATIONS, self::LIBRARY);
        $plugin = $this->library->new('plugin_type');
        \assert($plugin instanceof \FFI\CData);
        $plugin->base->magic = IccFile::number(self::PLUGIN, 0); // @phpstan-ignore property.notFound, property.nonObject
        $plugin->base->version = self::VERSION; // @phpstan-ignore property.notFound, property.nonObject
        $plugin->base->type = IccFile::number(self::OPTIMIZATION, 0); // @phpstan-ignore property.notFound, property.nonObject
        $plugin->optimize = $this->optimize(...); // @phpstan-ignore property.notFound
        $this->plugin = $plugin;
        $context = Ffi::call($this->library, 'cmsGetEncodedCMMversion') >= self::VERSION_LEAST ? Ffi::call($this->library, 'cmsCreateContext', \FFI::addr($plugin), null) : null;
        $this->context = $context instanceof \FFI\CData ? $context : null;
    }

    /** What to open such links and to make their transforms with; null where it is not possible. */
    public static function context(): ?\FFI\CData
    {
        return (self::$instance ??= new self())->context;
    }

    /** Whether the table of the transform that was made last is looked up as it is. */
    public static function took(): bool
    {
        return true === self::$instance?->took;
    }

    /** Called by the library, which must not be thrown at. */
    private function optimize(\FFI\CData $pipeline): int
    {
        $this->took = false;
        try {
            return ($this->took = $this->named($pipeline[0])) ? 1 : 0;
        } catch (\Throwable) {
            return 0;
        }
    }

    private function named(mixed $pipeline): bool
    {
        $stage = Ffi::call($this->library, 'cmsPipelineGetPtrToFirstStage', $pipeline);
        $count = Ffi::call($this->library, 'cmsPipelineStageCount', $pipeline);
        if (3 === $count && $stage instanceof \FFI\CData && IccFile::number(self::CURVES, 0) === Ffi::call($this->library, 'cmsStageType', $stage)) {
            $stage = Ffi::call($this->library, 'cmsStageNext', $stage);
        } elseif (1 !== $count) {
            return false;
        }
        if (!$stage instanceof \FFI\CData || IccFile::number(self::TABLE, 0) !== Ffi::call($this->library, 'cmsStageType', $stage)) {
            return false;
        }
        $table = $this->library->cast('table_type*', Ffi::call($this->library, 'cmsStageData', $stage)); // @phpstan-ignore argument.type
        $lookup = $table?->lookup; // @phpstan-ignore property.notFound
        // In a library whose structures are others, these would not fit together.
        if (!$lookup instanceof \FFI\CData || 0 !== $table?->floats || 3 !== $lookup->outputs || $lookup->last[0] + 1 !== $lookup->nodes[0] || 3 !== $lookup->strides[0] || $table?->entries !== 3 * self::nodes($lookup)) { // @phpstan-ignore-line
            return false;
        }
        Ffi::call($this->library, '_cmsPipelineSetOptimizationParameters', $pipeline, $lookup->interpolation, $lookup, null, null); // @phpstan-ignore property.notFound

        return true;
    }

    /** How many the table has; 0 where it has too few inputs or too many. */
    private static function nodes(\FFI\CData $lookup): int
    {
        $inputs = $lookup->inputs; // @phpstan-ignore property.notFound
        if (!\is_int($inputs) || $inputs < 3 || $inputs > self::INPUTS_MOST) {
            return 0;
        }
        $nodes = 1;
        for ($i = 0; $i < $inputs; ++$i) {
            $nodes *= $lookup->nodes[$i]; // @phpstan-ignore-line
        }

        return \is_int($nodes) ? $nodes : 0;
    }
}
