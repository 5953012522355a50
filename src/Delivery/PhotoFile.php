<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Imaging\Apply\Edges\EdgePictures;
use Tovrin\App\Imaging\Apply\Exactness;
use Tovrin\App\Learning\PhotoEdges;
use Tovrin\App\Library\PhotoStore;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Table\Tables;

/** The finished file of a photo, made of nothing but the photo's own files and its grade: here or on another machine. */
final readonly class PhotoFile
{
    public function __construct(private PhotoStore $store, private PhotoEdges $edges, private Tables $tables)
    {
    }

    /** A grade as it is delivered. That of one photo has no name of its own; in a file it is called after the photo. */
    public function grade(Photo $photo, string $look): Grade
    {
        $read = LookJson::read($look, $this->tables);

        return $read->named('' === $read->name ? pathinfo($photo->name(), \PATHINFO_FILENAME) : $read->name);
    }

    /**
     * @param string                        $part     the file to write, over what is there
     * @param callable(string, float): void $progress told the stage and the share done in all, 0…1; may throw to stop
     *
     * @return Exactness|null null for what is no picture
     */
    public function write(Photo $photo, Grade $grade, ExportSpec $spec, string $part, callable $progress): ?Exactness
    {
        return Rendering::file($this->store->original($photo->storeKey()), $photo->name(), $grade, $spec, $part, $progress, fn (): EdgePictures => $this->edges->of($photo, $grade));
    }
}
