<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Imaging\Decode\Origin;

/** What a worker elsewhere has to know of a photo besides its files. */
final readonly class TaskPhoto
{
    public function __construct(public string $key, public string $name, public int $width, public int $height, public int $previewWidth, public int $previewHeight)
    {
    }

    public static function of(Photo $photo): self
    {
        return new self($photo->storeKey(), $photo->name(), $photo->width(), $photo->height(), $photo->previewWidth(), $photo->previewHeight());
    }

    /** The photo as what computes with it wants it; it belongs to no set, and no database knows it. */
    public function photo(): Photo
    {
        return new Photo(new PhotoSet(''), $this->key, $this->name, $this->width, $this->height, $this->previewWidth, $this->previewHeight, new Origin());
    }
}
