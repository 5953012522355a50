<?php

declare(strict_types=1);

namespace Tovrin\App\Controller;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Repository\Grades;

/** What the studio is told about photos and their grades; see src/openapi.json. */
final readonly class PhotoView
{
    public function __construct(private Grades $grades)
    {
    }

    /** @return array<string, mixed> */
    public function photo(Photo $photo): array
    {
        $base = '/api/photos/'.$photo->id();
        // The key changes with every import, so that a browser's cache is never stale.
        $stamp = '?v='.$photo->storeKey();

        return [
            'id' => $photo->id(),
            'setId' => $photo->set()->id(),
            'name' => $photo->name(),
            'width' => $photo->width(),
            'height' => $photo->height(),
            'previewWidth' => $photo->previewWidth(),
            'previewHeight' => $photo->previewHeight(),
            'previewUrl' => $base.'/preview'.$stamp,
            'thumbUrl' => $base.'/thumb'.$stamp,
            'fullUrl' => $base.'/full'.$stamp,
            'graded' => $photo->revision() > 0,
        ];
    }

    /** @return array<string, mixed> */
    public function grade(Photo $photo): array
    {
        return [
            'photoId' => $photo->id(),
            'revision' => $photo->revision(),
            'look' => json_decode($this->grades->look($photo), false, 64, \JSON_THROW_ON_ERROR),
            'canUndo' => $this->grades->canUndo($photo),
            'canRedo' => $this->grades->canRedo($photo),
        ];
    }
}
