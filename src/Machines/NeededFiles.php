<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Tovrin\App\Archive\SetWriter;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Learning\PhotoEdges;
use Tovrin\App\Library\PhotoParts;
use Tovrin\App\Library\PhotoStore;
use Tovrin\Core\Grade\Grade;

/** Which files of a photo some work needs: no more is ever sent. */
final readonly class NeededFiles
{
    public function __construct(private PhotoParts $parts, private PhotoEdges $edges, private PhotoStore $store)
    {
    }

    /** @return list<string> names of what readings need, and of what its edges under a grade are, or are found in */
    public function forGrade(Photo $photo, Grade $grade): array
    {
        $key = $photo->storeKey();
        $names = $grade->isIdentity() ? [] : $this->parts->forReadings($key);
        $edges = $this->edges->path($photo, $grade);
        if (null !== $edges) {
            $names = is_file($edges) ? [...$names, basename($edges)] : [...$names, PhotoParts::PREVIEW, ...$this->parts->found($key)];
        }

        return array_values(array_unique($names));
    }

    /** @return list<string> digests of tables and masks that a look names */
    public function kept(string $look): array
    {
        $digests = [];
        SetWriter::collect($look, $digests);

        return array_values(array_filter(array_map(strval(...), array_keys($digests)), fn (string $digest): bool => is_file($this->store->kept($digest))));
    }
}
