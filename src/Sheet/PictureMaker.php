<?php

declare(strict_types=1);

namespace Tovrin\App\Sheet;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Photo\AtomicFile;
use Tovrin\App\Photo\Colouring;
use Tovrin\App\Photo\PhotoStore;
use Tovrin\App\Photo\PictureError;
use Tovrin\App\Photo\PictureFile;
use Tovrin\App\Photo\PictureWriter;
use Tovrin\App\Photo\Writing;
use Tovrin\App\Queue\Journal;
use Tovrin\App\Repository\Grades;
use Tovrin\Core\Grade\Passage;

/** Draws the small pictures of the sheet, as graded, and keeps them beside the photos. */
#[AsMessageHandler]
final readonly class PictureMaker
{
    /** Longest side of a picture of the sheet, in pixels: large enough to judge colour by. */
    public const SIDE = 640;
    public const QUALITY = 90;
    /** As fine as the live preview once it has settled. */
    private const LATTICE = 33;

    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private Grades $grades, private PhotoStore $store, private Journal $journal)
    {
    }

    public function __invoke(DrawPicture $message): void
    {
        $this->entities->clear();
        $photo = $this->entities->find(Photo::class, $message->photo);
        // While one works, only the last of several changes in a row is drawn.
        if (null === $photo || $photo->isRemoved() || $photo->drawn() === $photo->revision() || $photo->revision() !== ($message->revision ?? $photo->revision())) {
            return;
        }
        try {
            $this->draw($photo);
        } catch (PictureError $e) {
            // The sheet shows the picture before; the next change tries again.
            $this->journal->say(\sprintf('"%s" could not be drawn for the sheet: %s', $photo->name(), $e->getMessage()));
        }
    }

    private function draw(Photo $photo): void
    {
        $revision = $photo->revision();
        $key = $photo->storeKey();
        $grade = $this->grades->grade($photo);
        $pixels = PictureFile::readSmall($this->store->preview($key), $photo->name(), self::SIDE);
        if (!$grade->isAtRest()) {
            $pixels = Colouring::of($grade, Passage::srgb(), $pixels, self::LATTICE)->apply($pixels, static function (): void {}, $pixels->bits);
        }
        AtomicFile::make($this->store->graded($key, $revision), static fn (string $part) => PictureWriter::write($pixels, new Writing('jpeg', self::QUALITY), $part));
        $this->connection->executeStatement('UPDATE photo SET drawn = ?, drawn_at = ? WHERE id = ?', [$revision, (int) (1000 * microtime(true)), $photo->id()]);
        $this->store->keepGraded($key, $revision);
    }
}
