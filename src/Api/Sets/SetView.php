<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Sets;

use Tovrin\App\Api\Photos\PhotoView;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoOrder;
use Tovrin\App\Entity\PhotoSet;

/** A set with its photos. */
final readonly class SetView
{
    /**
     * @param list<PhotoView> $photos in their order
     * @param int             $until  what to ask for newer small pictures with
     * @param int             $beginning photos that are still to be given their starting look
     */
    private function __construct(public int $id, public string $name, public int $photoCount, public PhotoOrder $sorted, public array $photos, public int $until, public int $beginning)
    {
    }

    /** @param list<Photo> $photos in their order */
    public static function of(PhotoSet $set, array $photos, int $beginning): self
    {
        $until = array_reduce($photos, static fn (int $latest, Photo $photo): int => max($latest, $photo->drawnAt()), 0);

        return new self($set->id(), $set->name(), \count($photos), PhotoOrder::from($set->sorted()), array_map(static fn (Photo $photo): PhotoView => PhotoView::of($photo), $photos), $until, $beginning);
    }
}
