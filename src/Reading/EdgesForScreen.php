<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Imaging\Apply\Edges\EdgeFinder;
use Tovrin\App\Imaging\Apply\Edges\EdgePictures;
use Tovrin\App\Imaging\Pixels;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\Core\Grade\Edges;
use Tovrin\Core\Grade\Grade;

/** Where a photo's pixels are two colours at once under a grade, and which two. A matter of what is reached, not of what is done to it. */
final readonly class EdgesForScreen
{
    public function __construct(private PhotoColours $colours)
    {
    }

    /** @return string see EdgePictures::tileBytes() */
    public function bytes(Photo $photo, Grade $grade): string
    {
        $raster = $this->colours->raster($photo);
        $edges = Edges::Unmixed === $grade->edges ? EdgeFinder::of($grade, new Pixels($raster->width, $raster->height, 8, false, $raster->rgb), true) : EdgePictures::none();

        return $edges->tileBytes();
    }
}
