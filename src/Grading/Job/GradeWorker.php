<?php

declare(strict_types=1);

namespace Tovrin\App\Grading\Job;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Tovrin\App\Entity\GradeJobPhoto;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Grading\Grades;
use Tovrin\App\Grading\StaleRevision;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Process\Author;
use Tovrin\App\Process\Journal;
use Tovrin\App\Process\Stopping;

/** Changes the grade of one photo for a job: once, however often its worker is killed. */
final readonly class GradeWorker
{
    /** So often somebody may be faster before the photo is left out. */
    private const CONFLICTS = 5;

    /** @param iterable<GradeWork> $works */
    public function __construct(
        #[AutowireIterator(GradeWork::class)]
        private iterable $works,
        private GradeJobQueue $queue,
        private Grades $grades,
        private EntityManagerInterface $entities,
        private Connection $connection,
        private LoggerInterface $logger,
        private Journal $journal,
        private Stopping $stopping,
        private Author $author,
        private GradeJobs $jobs,
    ) {
    }

    /** Takes a photo of a job up, if nobody else has, and changes its grade. */
    public function change(int $id): void
    {
        if (!$this->queue->claim($id)) {
            return;
        }
        $this->entities->clear();
        $one = $this->entities->find(GradeJobPhoto::class, $id);
        if (null === $one || $one->photo()->isRemoved()) {
            $this->queue->finish($id, GradeJobPhoto::LEFT_OUT, null, ['It was removed from its set.']);

            return;
        }
        if ($this->stopping->wanted) {
            $this->queue->giveBack($id);

            return;
        }
        $this->author->name = mb_substr($one->job()->name(), 0, Author::NAME_MOST);
        try {
            for ($try = 1; !$this->tried($one, $try < self::CONFLICTS); ++$try) {
            }
            $this->journal->say(\sprintf('%s: "%s"', $one->job()->name(), $one->photo()->name()));
        } catch (PictureError|Refused|StaleRevision $e) {
            $this->queue->finish($id, GradeJobPhoto::LEFT_OUT, null, [$e->getMessage()]);
        } catch (\Throwable $e) {
            $this->queue->finish($id, GradeJobPhoto::LEFT_OUT, null, [\sprintf('This is our mistake, not yours: %s. It is written down in the log of the data folder.', rtrim($e->getMessage(), '.'))]);
            $this->logger->error('{job}, photo {photo}: {message}', ['job' => $one->job()->name(), 'photo' => $one->photo()->id(), 'message' => $e->getMessage(), 'exception' => $e]);
        } finally {
            $this->author->name = '';
            $this->jobs->announce($one->job());
        }
    }

    /** @return bool false when somebody else has changed the grade meanwhile, and it is to be tried on the newest */
    private function tried(GradeJobPhoto $one, bool $again): bool
    {
        $photo = $one->photo();
        $this->entities->refresh($photo);
        $change = $this->work($one->job()->kind())->change($photo, $this->grades->grade($photo), $one->job()->request());
        try {
            $this->keep($one, $change);
        } catch (StaleRevision $e) {
            return $again ? false : throw $e;
        } catch (Stopped) {
            // Stopped while it was worked out: the grade is left as it was.
        }

        return true;
    }

    /**
     * Keeps a photo's new grade, for whoever has it in hand.
     *
     * @throws StaleRevision when somebody else has changed the grade meanwhile
     * @throws Stopped       when the photo was stopped, or another worker has it
     */
    public function keep(GradeJobPhoto $one, GradeChange $change): void
    {
        $photo = $one->photo();
        // The grade is changed and the photo is done in one step: after a kill it is either both or neither.
        $this->connection->transactional(function () use ($one, $photo, $change): void {
            $this->grades->keep($photo, $change->grade, $change->basedOn);
            if (!$this->queue->finish($one->id(), GradeJobPhoto::DONE, $photo->revision(), $change->words)) {
                throw new Stopped();
            }
            if (null !== $change->and) {
                ($change->and)();
            }
        });
    }

    /** @throws Refused when this version does not know it */
    public function work(string $kind): GradeWork
    {
        foreach ($this->works as $work) {
            if ($work->kind() === $kind) {
                return $work;
            }
        }

        throw new Refused(\sprintf('This version does not know what "%s" is.', $kind));
    }
}
