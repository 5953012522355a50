<?php

declare(strict_types=1);

namespace Tovrin\App\Grading\Job;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Tovrin\App\Entity\GradeJob;
use Tovrin\App\Entity\GradeJobPhoto;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Entity\PhotoSet;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Grading\Grades;
use Tovrin\App\Grading\StaleRevision;
use Tovrin\App\Process\Announcements;

/** Changes to the grades of many photos: asked for, found again, paused, stopped, undone as one. */
final readonly class GradeJobs
{
    private const LATEST = 10;
    /** Photos that are told of by name: those that were left out, and those with something to say. */
    private const TOLD = 200;

    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private GradeJobQueue $queue, private Grades $grades, private Announcements $announcements)
    {
    }

    /**
     * @param string      $kind    as its GradeWork has it
     * @param string      $name    for people
     * @param string      $request as JSON
     * @param list<Photo> $photos  at least one
     */
    public function ask(PhotoSet $set, string $kind, string $name, string $request, array $photos): GradeJob
    {
        $job = new GradeJob($set, $kind, mb_substr($name, 0, 300), $request);
        foreach ($photos as $photo) {
            new GradeJobPhoto($job, $photo);
        }
        $this->entities->wrapInTransaction(fn () => $this->entities->persist($job));
        $this->queue->send($job->id());
        $this->announce($job);

        return $job;
    }

    public function job(int $id): GradeJob
    {
        $job = $this->entities->find(GradeJob::class, $id) ?? throw NotFound::of('work');
        // Other processes pause it, and go on.
        $this->entities->refresh($job);

        return $job;
    }

    /** @return list<GradeJobView> newest first */
    public function latest(): array
    {
        return array_map($this->view(...), $this->entities->getRepository(GradeJob::class)->findBy([], ['id' => 'DESC'], self::LATEST));
    }

    /** Tells open windows how far it is. */
    public function announce(GradeJob $job): void
    {
        $this->announcements->gather('job', ['job' => $job->id(), 'of' => GradeJobView::of($job, $this->counts($job), [])]);
    }

    /** @return array<string, int> photos by state */
    private function counts(GradeJob $job): array
    {
        /** @var array<string, int> $counts */
        $counts = $this->connection->fetchAllKeyValue('SELECT state, COUNT(*) FROM grade_job_photo WHERE job_id = ? GROUP BY state', [$job->id()]);

        return $counts;
    }

    public function view(GradeJob $job): GradeJobView
    {
        /** @var list<array{photo_id: int, name: string, state: string, words: string}> $told */
        $told = $this->connection->fetchAllAssociative(
            "SELECT photo_id, photo.name, state, words FROM grade_job_photo JOIN photo ON photo.id = photo_id WHERE job_id = ? AND words <> '[]' ORDER BY state = ? DESC, grade_job_photo.id LIMIT ".self::TOLD,
            [$job->id(), GradeJobPhoto::LEFT_OUT],
        );

        return GradeJobView::of($job, $this->counts($job), array_map(static function (array $row): ChangedPhotoView {
            /** @var list<string> $words */
            $words = json_decode($row['words'], true, 4, \JSON_THROW_ON_ERROR);

            return new ChangedPhotoView($row['photo_id'], $row['name'], GradeJobPhoto::LEFT_OUT === $row['state'], $words);
        }, $told));
    }

    /** What is in hand is finished; the others wait. */
    public function pause(GradeJob $job): void
    {
        $job->pause(true);
        $this->entities->flush();
        $this->announce($job);
    }

    public function resume(GradeJob $job): void
    {
        $job->pause(false);
        $this->entities->flush();
        $this->queue->send($job->id());
        $this->announce($job);
    }

    public function stop(GradeJob $job): void
    {
        $this->queue->stop($job->id());
        $this->announce($job);
    }

    /** Takes back what it did, all at once. A photo that was changed since is left as it is, and named. */
    public function undo(GradeJob $job): void
    {
        $this->connection->transactional(function () use ($job): void {
            $this->queue->stop($job->id());
            foreach ($this->entities->getRepository(GradeJobPhoto::class)->findBy(['job' => $job, 'state' => GradeJobPhoto::DONE], ['id' => 'ASC']) as $one) {
                [$state, $words] = $this->takenBack($one) ? [GradeJobPhoto::UNDONE, []] : [GradeJobPhoto::LEFT_OUT, ['It was changed since, and is left as it is.']];
                $this->connection->executeStatement('UPDATE grade_job_photo SET state = ?, words = ? WHERE id = ?', [$state, json_encode($words, \JSON_THROW_ON_ERROR), $one->id()]);
            }
            $job->undo();
            $this->entities->flush();
        });
        $this->announce($job);
    }

    private function takenBack(GradeJobPhoto $one): bool
    {
        try {
            $this->grades->step($one->photo(), -1, $one->revision() ?? 0);

            return true;
        } catch (StaleRevision) {
            return false;
        }
    }
}
