<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Doctrine\ORM\EntityManagerInterface;
use Tovrin\App\Delivery\ExportQueue;
use Tovrin\App\Delivery\ExportSpec;
use Tovrin\App\Delivery\FileMaker;
use Tovrin\App\Delivery\PhotoFile;
use Tovrin\App\Entity\ExportJob;
use Tovrin\App\Files\SameFile;
use Tovrin\App\Imaging\Apply\Exactness;
use Tovrin\App\Learning\PhotoChecks;
use Tovrin\App\Library\PhotoParts;
use Tovrin\App\Message\MakeFile;

/** A finished file of a photo. */
final readonly class FileTask implements TaskKind
{
    public function __construct(private EntityManagerInterface $entities, private ExportQueue $queue, private FileMaker $maker, private PhotoFile $files, private PhotoChecks $checks, private NeededFiles $needed)
    {
    }

    public function kind(): string
    {
        return 'file';
    }

    public function message(): string
    {
        return MakeFile::class;
    }

    public function subject(object $message): int
    {
        return $message instanceof MakeFile ? $message->job : 0;
    }

    public function again(int $subject): object
    {
        return new MakeFile($subject);
    }

    public function give(object $message): ?Given
    {
        $id = $this->subject($message);
        $job = $this->job($id);
        if (null === $job) {
            return null;
        }
        $photo = $job->photo();
        if (null === $photo || $photo->isRemoved()) {
            // Archives are made of files that are here; what is to be dropped is dropped by those who always did.
            throw new OnlyHere();
        }
        if (!$this->queue->claim($id)) {
            return null;
        }
        $spec = ExportSpec::read($job->format(), $job->output());

        return new Given(
            $photo,
            $job->fileName(),
            [...$spec->format->isGrade() ? [] : [PhotoParts::ORIGINAL], ...$this->needed->forGrade($photo, $this->files->grade($photo, $job->look()))],
            $this->needed->kept($job->look()),
            ['look' => $job->look(), 'format' => $job->format(), 'output' => $job->output()],
            $job->cost(),
        );
    }

    public function make(Task $task, string $target, callable $progress): Made
    {
        $photo = $task->photo->photo();
        $grade = $this->files->grade($photo, $task->given['look'] ?? '');
        $exactness = $this->files->write($photo, $grade, ExportSpec::read($task->given['format'] ?? '', $task->given['output'] ?? ''), $target, $progress);

        return new Made(null === $exactness ? [] : ['lattice' => $exactness->lattice, 'mean' => $exactness->mean, 'percentile99' => $exactness->percentile99, 'troubles' => $this->checks->words($photo, $grade)]);
    }

    public function keep(WorkLease $lease, Made $made, ?string $path): void
    {
        $job = $this->job($lease->subject);
        if (null === $path || null === $job || $job->worker() !== $lease->holder()) {
            // Stopped, or another worker has it meanwhile.
            $this->queue->finish($lease->subject, ExportJob::CANCELLED);

            return;
        }
        if (!$this->goesOn($lease, 'Putting the file down', 0.98)) {
            $this->queue->finish($lease->subject, ExportJob::CANCELLED);

            return;
        }
        $this->maker->put($job, static fn (string $part): bool => SameFile::put($path, $part));
        $mean = $made->number('mean');
        if (null !== $mean) {
            $this->queue->reached($lease->subject, new Exactness((int) $made->number('lattice'), $mean, (float) $made->number('percentile99')), mb_substr($made->text('troubles'), 0, 500));
        }
        $this->queue->finish($lease->subject, ExportJob::DONE);
    }

    public function goesOn(WorkLease $lease, string $stage, float $share): bool
    {
        return $this->queue->progress($lease->subject, mb_substr($stage, 0, 60), $share);
    }

    public function giveBack(WorkLease $lease): void
    {
        if ($this->queue->giveBack($lease->subject, $lease->holder())) {
            $this->queue->sendAgain($lease->subject);
        }
    }

    public function failed(WorkLease $lease): void
    {
        $this->queue->failedElsewhere($lease->subject, $lease->holder(), $lease->worker);
    }

    public function lost(WorkLease $lease): void
    {
        $this->queue->takenFrom($lease->subject, $lease->holder());
    }

    /** As it is now: other processes change it. */
    private function job(int $id): ?ExportJob
    {
        $this->entities->clear();

        return $this->entities->find(ExportJob::class, $id);
    }
}
