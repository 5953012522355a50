<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Doctrine\ORM\EntityManagerInterface;
use Tovrin\App\Entity\GradeJobPhoto;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Grading\Grades;
use Tovrin\App\Grading\Job\GradeChange;
use Tovrin\App\Grading\Job\GradeJobQueue;
use Tovrin\App\Grading\Job\GradeJobs;
use Tovrin\App\Grading\Job\GradeWorker;
use Tovrin\App\Grading\Job\Stopped;
use Tovrin\App\Grading\StaleRevision;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Library\PhotoParts;
use Tovrin\App\Message\ChangeGrade;
use Tovrin\App\Process\Author;
use Tovrin\App\Queue\Transport;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Model\Table\Tables;

/** The grade of one photo of many that are changed together: moves carried over, a thing brought to the colour it has elsewhere. */
final readonly class GradeTask implements TaskKind
{
    public function __construct(private EntityManagerInterface $entities, private GradeJobQueue $queue, private GradeJobs $jobs, private GradeWorker $worker, private Grades $grades, private NeededFiles $needed, private PhotoParts $parts, private Tables $tables, private Author $author)
    {
    }

    public function kind(): string
    {
        return 'grade';
    }

    public function message(): string
    {
        return ChangeGrade::class;
    }

    public function subject(object $message): int
    {
        return $message instanceof ChangeGrade ? $message->photo : 0;
    }

    public function again(int $subject): object
    {
        return new ChangeGrade($subject);
    }

    public function give(object $message): ?Given
    {
        $id = $this->subject($message);
        $one = $this->one($id);
        if (null === $one) {
            return null;
        }
        [$photo, $job] = [$one->photo(), $one->job()];
        if ($photo->isRemoved() || !$this->worker->work($job->kind())->isForAnybody()) {
            throw new OnlyHere();
        }
        if (!$this->queue->claim($id)) {
            return null;
        }
        $now = LookWriter::write($this->grades->grade($photo));

        return new Given(
            $photo,
            \sprintf('%s: “%s”', $job->name(), $photo->name()),
            array_values(array_unique([PhotoParts::PREVIEW, ...$this->parts->forReadings($photo->storeKey())])),
            $this->needed->kept($now.$job->request()),
            ['what' => $job->kind(), 'request' => $job->request(), 'look' => $now],
            basedOn: $photo->revision(),
        );
    }

    public function make(Task $task, string $target, callable $progress): Made
    {
        $progress('Fitting the moves', 0.1);
        try {
            $change = $this->worker->work($task->given['what'] ?? '')->change($task->photo->photo(), LookJson::read($task->given['look'] ?? '', $this->tables), $task->given['request'] ?? '');
        } catch (Refused $e) {
            return new Made(['leftOut' => $e->getMessage()], false);
        }

        return new Made(['look' => LookWriter::write($change->grade), 'words' => $change->words], false);
    }

    public function keep(WorkLease $lease, Made $made, ?string $path): void
    {
        $one = $this->one($lease->subject);
        if (null === $one) {
            return;
        }
        $this->author->name = mb_substr($one->job()->name(), 0, Author::NAME_MOST);
        try {
            if ('' !== $made->text('leftOut')) {
                $this->queue->finish($lease->subject, GradeJobPhoto::LEFT_OUT, null, [mb_substr($made->text('leftOut'), 0, 500)]);
            } else {
                $this->worker->keep($one, new GradeChange(LookJson::read($made->text('look'), $this->tables), $lease->basedOn, array_map(static fn (string $words): string => mb_substr($words, 0, 500), $made->texts('words'))));
            }
        } catch (StaleRevision) {
            // Somebody was faster: once more, on the newest grade.
            $this->giveBack($lease);
        } catch (Stopped) {
            // Its grade is left as it was.
        } catch (PictureError|Refused $e) {
            $this->queue->finish($lease->subject, GradeJobPhoto::LEFT_OUT, null, [$e->getMessage()]);
        } finally {
            $this->author->name = '';
            $this->jobs->announce($one->job());
        }
    }

    public function goesOn(WorkLease $lease, string $stage, float $share): bool
    {
        $one = $this->one($lease->subject);

        return null !== $one && GradeJobPhoto::WAITING === $one->state() && !$one->photo()->isRemoved();
    }

    public function giveBack(WorkLease $lease): void
    {
        $this->queue->giveBack($lease->subject);
    }

    public function failed(WorkLease $lease): void
    {
        $this->queue->giveBack($lease->subject, Transport::Own);
    }

    public function lost(WorkLease $lease): void
    {
        $this->queue->takenFrom($lease->subject, $lease->holder());
    }

    private function one(int $id): ?GradeJobPhoto
    {
        $this->entities->clear();

        return $this->entities->find(GradeJobPhoto::class, $id);
    }
}
