<?php

declare(strict_types=1);

namespace Tovrin\App\View;

use Tovrin\App\Entity\Photo;

/** What the studio is told about a photo. */
final readonly class PhotoView
{
    /**
     * @param int  $width        pixels, upright
     * @param int  $height       pixels, upright
     * @param int  $previewWidth pixels
     * @param bool $graded       whether its grade has any move
     */
    private function __construct(
        public int $id,
        public int $setId,
        public string $name,
        public int $width,
        public int $height,
        public int $previewWidth,
        public int $previewHeight,
        public string $previewUrl,
        public string $thumbUrl,
        public string $fullUrl,
        public bool $graded,
        public string $key,
    ) {
    }

    public static function of(Photo $photo): self
    {
        $base = '/api/photos/'.$photo->id();
        // The key changes with every import, so that a browser's cache is never stale.
        $stamp = '?v='.$photo->storeKey();

        return new self($photo->id(), $photo->set()->id(), $photo->name(), $photo->width(), $photo->height(), $photo->previewWidth(), $photo->previewHeight(), $base.'/preview'.$stamp, $base.'/thumb'.$stamp, $base.'/full'.$stamp, $photo->moveCount() > 0, $photo->storeKey());
    }
}
