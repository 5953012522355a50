<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Doctrine\DBAL\Connection;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Imaging\Apply\PictureGrade;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\Encode\PictureWriter;
use Tovrin\App\Imaging\Encode\Writing;
use Tovrin\App\Learning\PhotoChecks;
use Tovrin\App\Learning\PhotoEdges;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Library\SheetPicture;
use Tovrin\App\Process\Announcements;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Grade;

/** Draws the small pictures of the sheet, as graded, and keeps them beside the photos. */
final readonly class PictureMaker
{
    /** As fine as the live preview once it has settled. */
    private const LATTICE = 33;

    public function __construct(private Connection $connection, private Grades $grades, private PhotoStore $store, private PhotoEdges $edges, private PhotoChecks $checks, private Announcements $announcements)
    {
    }

    /** Draws the picture of a photo as it is graded now. */
    public function draw(Photo $photo): void
    {
        $revision = $photo->revision();
        $path = $this->store->graded($photo->storeKey(), $revision);
        $this->kept($photo, $revision, $this->drawn($photo, $this->grades->grade($photo), $path));
    }

    /**
     * Draws the picture of a photo; what is drawn is not told to anybody.
     *
     * @return string what goes plainly wrong with its colours, a line each
     */
    public function drawn(Photo $photo, Grade $grade, string $path): string
    {
        $pixels = PictureFile::readSmall($this->store->preview($photo->storeKey()), $photo->name(), SheetPicture::SIDE);
        if (!$grade->isIdentity()) {
            $pixels = PictureGrade::of($grade, EncodingTransform::srgb(), $pixels, self::LATTICE, $this->edges->of($photo, $grade))->apply($pixels, static function (): void {}, $pixels->bits);
        }
        AtomicFile::make($path, static fn (string $part) => PictureWriter::write($pixels, new Writing('jpeg', SheetPicture::QUALITY), $part));

        return $this->checks->words($photo, $grade);
    }

    /** The picture of a photo as a revision grades it is there. */
    public function kept(Photo $photo, int $revision, string $troubles): void
    {
        $this->connection->executeStatement('UPDATE photo SET troubles = ?, drawn = ?, drawn_at = ? WHERE id = ?', [$troubles, $revision, (int) (1000 * microtime(true)), $photo->id()]);
        $this->store->keepGraded($photo->storeKey(), $revision);
        $this->announcements->gather('drawn', ['photo' => $photo->id(), 'set' => $photo->set()->id(), 'drawn' => $revision, 'troubles' => '' === $troubles ? [] : explode("\n", $troubles)]);
    }
}
