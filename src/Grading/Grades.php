<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Tovrin\App\Entity\GradeRevision;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Message\DrawPicture;
use Tovrin\App\Process\Announcements;
use Tovrin\App\Process\Author;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Queue\Transport;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Difference;
use Tovrin\Core\Grade\Edges;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Model\Table\Tables;

/** The grades of photos as numbered steps, so that undo and redo survive anything. */
final readonly class Grades
{
    /** Steps kept per photo; older ones can no longer be undone to. */
    public const KEPT = 500;

    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private Queue $queue, private Tables $tables, private Author $author, private Announcements $announcements, #[Autowire('%tovrin.draw_after%')] private int $drawAfter)
    {
    }

    /**
     * The grades in force of many photos, as look files.
     *
     * @param list<Photo> $photos
     *
     * @return array<int, string> by photo
     */
    public function looks(array $photos): array
    {
        $looks = [];
        foreach (array_chunk($photos, 500) as $some) {
            $ids = implode(',', array_map(static fn (Photo $photo): int => $photo->id(), $some));
            foreach ($this->connection->iterateKeyValue("SELECT photo_id, look FROM grade_revision JOIN photo ON photo.id = photo_id AND number = step WHERE photo_id IN ($ids)") as $id => $look) {
                \assert(\is_int($id) && \is_string($look));
                $looks[$id] = $look;
            }
        }
        $empty = LookWriter::write(self::atFirst());
        foreach ($photos as $photo) {
            $looks[$photo->id()] ??= $empty;
        }

        return $looks;
    }

    /**
     * What was done to a photo, step by step, as far as it can be returned to.
     *
     * @return list<StepView> the oldest first; the first is where it began
     */
    public function history(Photo $photo): array
    {
        $steps = [];
        $before = null;
        $rows = $this->entities->getRepository(GradeRevision::class)->findBy(['photo' => $photo], ['number' => 'ASC']);
        if ([] === $rows || 1 === $rows[0]->number()) {
            $steps[] = new StepView(0, null, ['The photo as imported'], 0 === $photo->step(), '');
            $before = self::atFirst();
        }
        $beginnings = array_column($this->connection->fetchAllAssociative('SELECT step, look FROM photo_beginning WHERE photo_id = ? AND step IS NOT NULL', [$photo->id()]), 'look', 'step');
        foreach ($rows as $row) {
            $grade = $this->read($row);
            $look = $beginnings[$row->number()] ?? null;
            $words = null === $before ? ['Earlier steps are no longer kept'] : Difference::words($before, $grade);
            if (\is_string($look)) {
                $words = [\sprintf('Starting look “%s”', LookJson::read($look, $this->tables)->name), ...1 === $row->number() ? [] : $words];
            }
            $steps[] = new StepView($row->number(), $row->madeAt()->format(\DATE_ATOM), $words, $row->number() === $photo->step(), $row->madeBy());
            $before = $grade;
        }

        return $steps;
    }

    /**
     * Goes to any state that is kept; those after it stay, and can be gone to.
     *
     * @throws StaleRevision when another window has changed the grade meanwhile
     */
    public function goTo(Photo $photo, int $number, int $basedOn): void
    {
        $this->based($photo, $basedOn, function () use ($photo, $number): void {
            $there = $this->row($photo, $number);
            if (null === $there && 0 !== $number) {
                throw NotFound::of('step');
            }
            $photo->goTo($number, \count($this->read($there)->moves), $this->author->name);
        });
    }

    /** The grade in force. */
    public function grade(Photo $photo): Grade
    {
        return $this->read($this->row($photo, $photo->step()));
    }

    /**
     * The grade in force as a look file, provided that it is the one the user sees.
     *
     * @throws StaleRevision
     */
    public function lookAt(Photo $photo, int $basedOn): string
    {
        if ($photo->revision() !== $basedOn) {
            throw new StaleRevision($photo->revision());
        }

        return LookWriter::write($this->grade($photo));
    }

    public function view(Photo $photo): GradeView
    {
        $step = $photo->step();
        $canUndo = 1 === $step || ($step > 1 && null !== $this->row($photo, $step - 1));

        return new GradeView($photo->id(), $photo->revision(), $this->grade($photo), $canUndo, null !== $this->row($photo, $step + 1), $this->began($photo), $photo->changedBy());
    }

    /** Name of the look that the grade in force began with. */
    private function began(Photo $photo): ?string
    {
        $look = $this->connection->fetchOne('SELECT look FROM photo_beginning WHERE photo_id = ? AND step <= ? ORDER BY step DESC, id DESC LIMIT 1', [$photo->id(), $photo->step()]);

        return \is_string($look) ? LookJson::read($look, $this->tables)->name : null;
    }

    /**
     * Keeps a new state. What had been undone is dropped, as everywhere.
     *
     * @param int $basedOn the revision that the change was made to
     *
     * @throws StaleRevision when another window has changed the grade meanwhile
     */
    public function keep(Photo $photo, Grade $grade, int $basedOn): void
    {
        $this->based($photo, $basedOn, function () use ($photo, $grade): void {
            $step = $photo->step();
            $this->connection->executeStatement('DELETE FROM grade_revision WHERE photo_id = ? AND (number > ? OR number <= ?)', [$photo->id(), $step, $step - self::KEPT]);
            $this->connection->executeStatement('DELETE FROM photo_beginning WHERE photo_id = ? AND step > ?', [$photo->id(), $step]);
            $this->entities->persist(new GradeRevision($photo, $step + 1, LookWriter::write($grade), $this->author->name));
            $photo->goTo($step + 1, \count($grade->moves), $this->author->name);
        });
    }

    /**
     * Goes to the state before or after; does nothing at the first and at the last.
     *
     * @param int $by      −1 or 1
     * @param int $basedOn the revision that the user sees
     *
     * @throws StaleRevision when another window has changed the grade meanwhile
     */
    public function step(Photo $photo, int $by, int $basedOn): void
    {
        $this->based($photo, $basedOn, function () use ($photo, $by): void {
            $step = $photo->step() + $by;
            $there = $this->row($photo, $step);
            if (null !== $there || 0 === $step) {
                $photo->goTo($step, \count($this->read($there)->moves), $this->author->name);
            }
        });
    }

    /**
     * Makes a change if the photo is still at a revision.
     *
     * @param callable(): void $change
     */
    private function based(Photo $photo, int $basedOn, callable $change): void
    {
        $this->connection->transactional(function () use ($photo, $basedOn, $change): void {
            // Transactions take the write lock when they begin: the check and the change are one step for all processes.
            $this->entities->refresh($photo);
            if ($photo->revision() !== $basedOn) {
                throw new StaleRevision($photo->revision());
            }
            $change();
            $this->entities->flush();
            if ($photo->revision() !== $basedOn) {
                $this->queue->put(new DrawPicture($photo->id(), $photo->revision()), Transport::Ahead, $this->drawAfter);
                $this->announcements->gather('grade', ['photo' => $photo->id(), 'set' => $photo->set()->id(), 'revision' => $photo->revision(), 'graded' => $photo->moveCount() > 0, 'window' => $this->author->window, 'by' => $this->author->name]);
            }
        });
    }

    /** The grade that every photo begins with. */
    public static function atFirst(): Grade
    {
        return new Grade([], '', Edges::Unmixed);
    }

    /** An id that no other move has, or group. */
    public static function newId(): string
    {
        return 'm'.bin2hex(random_bytes(6));
    }

    private function read(?GradeRevision $revision): Grade
    {
        return null === $revision ? self::atFirst() : LookJson::read($revision->look(), $this->tables);
    }

    private function row(Photo $photo, int $number): ?GradeRevision
    {
        return $this->entities->getRepository(GradeRevision::class)->findOneBy(['photo' => $photo, 'number' => $number]);
    }
}
