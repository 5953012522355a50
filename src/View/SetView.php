<?php

declare(strict_types=1);

namespace Tovrin\App\View;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;

/** A set with its photos. */
final readonly class SetView
{
    /** @param list<PhotoView> $photos in the order they were brought in */
    private function __construct(public int $id, public string $name, public int $photoCount, public array $photos)
    {
    }

    public static function of(PhotoSet $set): self
    {
        $photos = $set->photos();

        return new self($set->id(), $set->name(), \count($photos), array_map(static fn (Photo $photo): PhotoView => PhotoView::of($photo), $photos));
    }
}
