<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Imaging\Apply\Edges\EdgeFinder;
use Tovrin\App\Imaging\Apply\Edges\EdgePictures;
use Tovrin\App\Imaging\Pixels;
use Tovrin\App\Process\Turn;
use Tovrin\Core\Grade\Grade;

/**
 * Where a photo's pixels are two colours at once under a grade, and which two: found in its preview, once for the screen, the sheet and all files,
 * so that they take the same apart. A matter of what is reached, not of what is done to it.
 */
final readonly class PhotoEdges
{
    /** A few directions tried, each with the one before. */
    private const KEPT = 6;

    public function __construct(private PhotoStore $store, private PreviewPixels $preview, private Turn $turn)
    {
    }

    public function of(Photo $photo, Grade $grade): EdgePictures
    {
        $reached = EdgeFinder::reached($grade);
        if (null === $reached) {
            return EdgePictures::none();
        }
        $path = $this->store->edges($photo->storeKey(), hash('xxh128', $reached));

        // The page and the workers ask for the same after a change.
        return self::kept($path) ?? $this->turn->at('edges '.$path, fn (): EdgePictures => self::kept($path) ?? $this->find($photo, $grade, $path));
    }

    private function find(Photo $photo, Grade $grade, string $path): EdgePictures
    {
        $raster = $this->preview->raster($photo);
        $edges = EdgeFinder::of($grade, new Pixels($raster->width, $raster->height, 8, false, $raster->rgb));
        $this->store->keep($path, $edges->tileBytes());
        $this->store->keepEdges($photo->storeKey(), self::KEPT);

        return $edges;
    }

    private static function kept(string $path): ?EdgePictures
    {
        $bytes = @file_get_contents($path);
        if (false === $bytes || '' === $bytes) {
            return null;
        }
        @touch($path);

        return EdgePictures::ofTileBytes($bytes);
    }
}
