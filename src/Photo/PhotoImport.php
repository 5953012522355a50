<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

use Tovrin\App\Choosing\StudyPhoto;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Queue\Room;
use Tovrin\App\Repository\Sets;
use Tovrin\App\Sheet\PictureMaker;
use Tovrin\Core\Reading\Digest;

/** Brings a picture into a set: decodes it once into a preview, a thumbnail and a digest. */
final readonly class PhotoImport
{
    public const PREVIEW_SIDE = 2048;
    public const THUMB_SIDE = 256;

    public function __construct(private PhotoStore $store, private Sets $sets, private Queue $queue)
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
        $name = self::tidy($name);
        $pixels = PictureFile::read($path, $name);
        $key = $this->store->newKey();
        try {
            $preview = PictureShape::reduce($pixels, self::PREVIEW_SIDE);
            AtomicFile::write($this->store->digest($key), Digest::of($preview->data, $preview->width, $preview->height)->bytes());
            AtomicFile::write($this->store->preview($key), PictureFile::encode($preview, 'jpeg', 94));
            AtomicFile::write($this->store->thumb($key), PictureFile::encode(PictureShape::reduce($preview, self::THUMB_SIDE), 'jpeg', 88));
            AtomicFile::write($this->store->graded($key, 0), PictureFile::encode(PictureShape::reduce($preview, PictureMaker::SIDE), 'jpeg', PictureMaker::QUALITY));
            if (!@copy($path, $this->store->original($key)) || filesize($path) !== filesize($this->store->original($key))) {
                throw new PictureError(\sprintf('"%s" could not be stored: the disk is full or has failed. Free some space and bring it in again.', $name));
            }
            $this->keepFull($key, $path, $pixels);
            $photo = new Photo($set, $key, $name, $pixels->width, $pixels->height, $preview->width, $preview->height, TakenAt::of($path));
            $photo->wasDrawn(0, 0);
            $this->sets->add($photo);
            $this->queue->put(new StudyPhoto($photo->id()), Room::Ahead);

            return $photo;
        } catch (\Throwable $e) {
            $this->store->remove($key);
            throw $e;
        }
    }

    /**
     * The picture as the studio shows it at 100 %, pixel by pixel that of a delivered file: the original itself where the
     * browser decodes it to the same, and else without loss.
     */
    private function keepFull(string $key, string $path, Pixels $pixels): void
    {
        if ($pixels->asFiled) {
            $full = $this->store->full($key, PictureFile::format($path, 'the picture'));
            // A second name for the same bytes, where the disk knows that.
            if (!@link($this->store->original($key), $full) && !@copy($path, $full)) {
                throw new PictureError('The picture could not be stored: the disk is full or has failed. Free some space and bring it in again.');
            }

            return;
        }
        AtomicFile::write($this->store->full($key, 'png'), PictureFile::encode(PictureShape::reduce($pixels, max($pixels->width, $pixels->height)), 'png', 0));
    }

    /** The last part of a path, without control characters, at most 200 characters. */
    public static function tidy(string $name): string
    {
        $name = (string) preg_replace('/[\x00-\x1F\x7F]+/u', ' ', basename(str_replace('\\', '/', mb_scrub($name))));
        $name = trim(mb_substr($name, 0, 200));

        return '' === $name ? 'photo' : $name;
    }
}
