<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\Core\Reading\Raster;

/** The pixels of a photo's preview, exactly those the browser shows; kept raw once they have been needed. */
final readonly class PreviewPixels
{
    public function __construct(private PhotoStore $store)
    {
    }

    public function raster(Photo $photo): Raster
    {
        $path = $this->store->raster($photo->storeKey());
        $bytes = @file_get_contents($path);
        if (false === $bytes || \strlen($bytes) !== 3 * $photo->previewWidth() * $photo->previewHeight()) {
            $bytes = PictureFile::read($this->store->preview($photo->storeKey()), $photo->name())->bytes();
            $this->store->keep($path, $bytes);
        }

        return new Raster($bytes, $photo->previewWidth(), $photo->previewHeight());
    }
}
