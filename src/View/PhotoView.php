<?php

declare(strict_types=1);

namespace Tovrin\App\View;

use Tovrin\App\Entity\Photo;

/** What the studio is told about a photo. */
final readonly class PhotoView
{
    /**
     * @param int         $width    pixels, upright
     * @param int         $height   pixels, upright
     * @param int         $previewWidth pixels
     * @param bool        $graded   whether its grade has any move
     * @param int         $revision number of its grade in force
     * @param int|null    $drawn    number of the grade that its small picture shows; null when there is none yet
     * @param string|null $smallUrl its small picture as graded
     * @param string      $plainUrl its small picture as it came
     * @param string|null $takenAt  date and time, by the camera's clock
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
        public int $revision,
        public ?int $drawn,
        public ?string $smallUrl,
        public string $plainUrl,
        public ?string $takenAt,
    ) {
    }

    public static function of(Photo $photo): self
    {
        $base = '/api/photos/'.$photo->id();
        // The key changes with every import, so that a browser's cache is never stale.
        $stamp = '?v='.$photo->storeKey();

        // A photo that was never worked on is drawn as it came.
        $drawn = $photo->drawn() ?? (0 === $photo->revision() ? 0 : null);

        return new self($photo->id(), $photo->set()->id(), $photo->name(), $photo->width(), $photo->height(), $photo->previewWidth(), $photo->previewHeight(), $base.'/preview'.$stamp, $base.'/thumb'.$stamp, $base.'/full'.$stamp, $photo->moveCount() > 0, $photo->storeKey(), $photo->revision(), $drawn, null === $drawn ? null : $base.'/small/'.$drawn.$stamp, $base.'/small/0'.$stamp, $photo->takenAt()?->format('Y-m-d\TH:i:s'));
    }
}
