<?php

declare(strict_types=1);

namespace Tovrin\App\Repository;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Tovrin\App\Entity\GradeRevision;
use Tovrin\App\Entity\Photo;

/** The grades of photos as numbered revisions, so that undo and redo survive anything. */
final readonly class Grades
{
    /** Revisions kept per photo; older ones can no longer be undone to. */
    public const KEPT = 500;

    public const EMPTY_LOOK = '{"tovrinLook":1,"name":"","moves":[]}';

    public function __construct(private EntityManagerInterface $entities, private Connection $connection)
    {
    }

    /** The grade in force, as a look file. */
    public function look(Photo $photo): string
    {
        return $this->revision($photo, $photo->revision())?->look() ?? self::EMPTY_LOOK;
    }

    public function canUndo(Photo $photo): bool
    {
        $number = $photo->revision();

        return 1 === $number || ($number > 1 && null !== $this->revision($photo, $number - 1));
    }

    public function canRedo(Photo $photo): bool
    {
        return null !== $this->revision($photo, $photo->revision() + 1);
    }

    /**
     * Keeps a new state. What had been undone is dropped, as everywhere.
     *
     * @param int $basedOn number of the revision the change was made to
     *
     * @throws StaleRevision when another window has changed the grade meanwhile
     */
    public function keep(Photo $photo, string $look, int $basedOn): void
    {
        $this->connection->transactional(function () use ($photo, $look, $basedOn): void {
            // Taking the write lock first makes the check and the change one step for all processes.
            $this->connection->executeStatement('UPDATE photo SET revision = revision WHERE id = ?', [$photo->id()]);
            $this->entities->refresh($photo);
            if ($photo->revision() !== $basedOn) {
                throw new StaleRevision($photo->revision());
            }
            $this->connection->executeStatement('DELETE FROM grade_revision WHERE photo_id = ? AND (number > ? OR number <= ?)', [$photo->id(), $basedOn, $basedOn - self::KEPT]);
            $this->entities->persist(new GradeRevision($photo, $basedOn + 1, $look));
            $photo->goToRevision($basedOn + 1);
            $this->entities->flush();
        });
    }

    /** Goes back one revision; does nothing at the first. */
    public function undo(Photo $photo): void
    {
        if ($this->canUndo($photo)) {
            $photo->goToRevision($photo->revision() - 1);
            $this->entities->flush();
        }
    }

    /** Goes forward one revision; does nothing at the last. */
    public function redo(Photo $photo): void
    {
        if ($this->canRedo($photo)) {
            $photo->goToRevision($photo->revision() + 1);
            $this->entities->flush();
        }
    }

    private function revision(Photo $photo, int $number): ?GradeRevision
    {
        return $this->entities->getRepository(GradeRevision::class)->findOneBy(['photo' => $photo, 'number' => $number]);
    }
}
