<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Decode\PictureFormat;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Imaging\Pixels;
use Tovrin\App\Imaging\Preview;
use Tovrin\App\Message\DrawFull;
use Tovrin\App\Message\StudyPhoto;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Queue\Transport;
use Tovrin\App\Repository\Sets;
use Tovrin\Core\Reading\ColourSample;

/** Brings a picture into a set: decodes it once into a preview, a thumbnail and a colour sample. */
final readonly class PhotoImport
{
    public const THUMB_SIDE = 256;

    /** @param iterable<PhotoArrival> $arrivals */
    public function __construct(private PhotoStore $store, private FullPicture $full, private Sets $sets, private Queue $queue, #[AutowireIterator(PhotoArrival::class)] private iterable $arrivals)
    {
    }

    /**
     * @param string $path the file to take in; it is copied
     * @param string $name its name as the user knows it
     *
     * @throws PictureError when it cannot be used; nothing is kept then
     */
    public function import(PhotoSet $set, string $path, string $name): Photo
    {
        $photo = $this->bring($set, $path, $name, null);
        foreach ($this->arrivals as $arrival) {
            if ($arrival->arrived($photo)) {
                break;
            }
        }

        return $photo;
    }

    /**
     * The same for a photo that has a grade already.
     *
     * @param \Closure(Photo): void $with gives it its grade and whatever else is its own, in the transaction that adds it
     * @param string|null           $key  of its folder in the store, if that is not taken
     *
     * @throws PictureError when it cannot be used; nothing is kept then
     */
    public function importWith(PhotoSet $set, string $path, string $name, \Closure $with, ?string $key = null): Photo
    {
        return $this->bring($set, $path, $name, $with, $key);
    }

    /** @param (\Closure(Photo): void)|null $with */
    private function bring(PhotoSet $set, string $path, string $name, ?\Closure $with, ?string $key = null): Photo
    {
        $name = self::tidy($name);
        $pixels = PictureFile::read($path, $name);
        $key = $this->store->newKey($key);
        try {
            $preview = Preview::of($pixels);
            AtomicFile::write($this->store->colourSample($key), ColourSample::of($preview->bytes(), $preview->width, $preview->height)->bytes());
            $this->write($preview, $this->store->preview($key), Preview::QUALITY);
            $this->write(PictureShape::reduce($preview, self::THUMB_SIDE), $this->store->thumb($key), 88);
            $this->write(PictureShape::reduce($preview, SheetPicture::SIDE), $this->store->graded($key, 0), SheetPicture::QUALITY);
            if (!@copy($path, $this->store->original($key)) || filesize($path) !== filesize($this->store->original($key))) {
                throw new PictureError(\sprintf('"%s" could not be stored: the disk is full or has failed. Free some space and import it again.', $name));
            }
            if ($pixels->asFiled) {
                $this->full->keepOriginal($key, PictureFormat::of($path, $name));
            }
            $photo = new Photo($set, $key, $name, $pixels->width, $pixels->height, $preview->width, $preview->height, $pixels->origin);
            $photo->wasDrawn(0, 0);
            $this->sets->add($photo, $with);
            $this->store->settle($key);
            $this->queue->put(new StudyPhoto($photo->id()), Transport::Ahead);
            if (!$pixels->asFiled) {
                $this->queue->put(new DrawFull($photo->id()), Transport::Ahead);
            }

            return $photo;
        } catch (\Throwable $e) {
            $this->store->remove($key);
            throw $e;
        }
    }

    /** The last part of a path, without control characters, at most 200 characters. */
    public static function tidy(string $name): string
    {
        $name = (string) preg_replace('/[\x00-\x1F\x7F]+/u', ' ', basename(str_replace('\\', '/', mb_scrub($name))));
        $name = trim(mb_substr($name, 0, 200));

        return '' === $name ? 'photo' : $name;
    }

    private function write(Pixels $pixels, string $path, int $quality): void
    {
        AtomicFile::make($path, static fn (string $part) => Preview::write($pixels, $part, $quality));
    }
}
