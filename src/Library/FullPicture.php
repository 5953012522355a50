<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Files\SameFile;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Decode\PictureFormat;
use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Imaging\Metadata\Metadata;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\PreviewColours;
use Tovrin\App\Process\Turn;

/**
 * The picture as the studio shows it at 100 %, pixel by pixel that of a delivered file: the original itself where the browser
 * decodes it to the same, and else without loss, made by a worker or when it is first asked for.
 */
final readonly class FullPicture
{
    public function __construct(private PhotoStore $store, private Turn $turn)
    {
    }

    /** The original under a second name, where the disk knows that. */
    public function keepOriginal(string $key, PictureFormat $format): void
    {
        $full = $this->store->full($key, $format->value);
        if (!SameFile::put($this->store->original($key), $full)) {
            throw new PictureError('The picture could not be stored: the disk is full or has failed. Free some space and import it again.');
        }
    }

    /** Where it is; made if it is not there. */
    public function path(Photo $photo): string
    {
        $key = $photo->storeKey();
        $path = $this->store->full($key);
        if (is_file($path)) {
            return $path;
        }
        // A page asks for it while a worker is at it: one makes it, the other waits.
        $this->turn->at('full picture '.$key, function () use ($key, $photo): void {
            if (!is_file($this->store->full($key))) {
                $pixels = PreviewColours::srgb(PictureFile::read($this->store->original($key), $photo->name()));
                AtomicFile::make($this->store->full($key, 'png'), static fn (string $part) => PictureWriter::write($pixels->saying(null, new Metadata()), new Writing('png'), $part));
            }
        });

        return $this->store->full($key);
    }
}
