<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Imaging\Apply\Edges\EdgeFinder;
use Tovrin\App\Imaging\Apply\Edges\EdgeLines;
use Tovrin\App\Imaging\Apply\Edges\EdgePictures;
use Tovrin\App\Imaging\Pixels;
use Tovrin\App\Imaging\Preview;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Process\Turn;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Families;
use Tovrin\Core\Reading\Pots;
use Tovrin\Core\Reading\Raster;

/**
 * Where a photo's pixels are two colours at once under a grade, and which two: found in its preview, once for the screen, the sheet and all files,
 * so that they take the same apart. A matter of what is reached, not of what is done to it.
 */
final readonly class PhotoEdges
{
    /** A few directions tried, each with the one before. */
    private const KEPT = 6;
    private const KEPT_LINES = 16;

    public function __construct(private PhotoStore $store, private PhotoColours $colours, private Turn $turn)
    {
    }

    public function of(Photo $photo, Grade $grade): EdgePictures
    {
        $path = $this->path($photo, $grade);
        if (null === $path) {
            return EdgePictures::none();
        }

        // The page and the workers ask for the same after a change.
        return $this->kept($path) ?? $this->turn->at('edges '.$path, fn (): EdgePictures => $this->kept($path) ?? $this->find($photo, $grade, $path));
    }

    /** Where the edges of a photo under a grade are kept, found or not; null when the grade needs none. */
    public function path(Photo $photo, Grade $grade): ?string
    {
        $decided = EdgeLines::decidedBy($grade);

        return null === $decided ? null : $this->store->edges($photo->storeKey(), hash('xxh128', $decided));
    }

    /** The same of a picture that is no photo of a set. */
    public static function in(Pixels $picture, Grade $grade): EdgePictures
    {
        if (null === EdgeLines::decidedBy($grade)) {
            return EdgePictures::none();
        }
        $preview = Preview::asKept($picture);

        return EdgeFinder::of(EdgeLines::of($grade, static function () use ($preview): Families {
            $study = StudyMaker::study(new Raster($preview->bytes(), $preview->width, $preview->height));

            return Pots::of($study)->families($study);
        }), $preview);
    }

    private function find(Photo $photo, Grade $grade, string $path): EdgePictures
    {
        $raster = $this->colours->raster($photo);
        $lines = EdgeLines::of($grade, fn (): Families => $this->colours->pots($photo)->families($this->colours->study($photo)));
        $edges = EdgeFinder::of($lines, new Pixels($raster->width, $raster->height, 8, false, $raster->rgb), new PhotoLines($this->store, $photo->storeKey()));
        $this->store->keep($path, $edges->tileBytes());
        $this->store->keepEdges($photo->storeKey(), self::KEPT, self::KEPT_LINES);

        return $edges;
    }

    /** @phpstan-impure another process may have found them meanwhile */
    private function kept(string $path): ?EdgePictures
    {
        $bytes = $this->store->ifKept($path);

        return null === $bytes ? null : EdgePictures::ofTileBytes($bytes);
    }
}
