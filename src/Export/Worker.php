<?php

declare(strict_types=1);

namespace Tovrin\App\Export;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Tovrin\App\Choosing\Studies;
use Tovrin\App\Entity\ExportJob;
use Tovrin\App\Photo\PhotoStore;
use Tovrin\App\Photo\PictureError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Grade;

/** Makes the files that were asked for, one after another. There is one worker per lane and data directory. */
final class Worker
{
    private bool $stopping = false;

    public function __construct(private readonly ExportQueue $queue, private readonly PhotoStore $store, private readonly EntityManagerInterface $entities, private readonly LoggerInterface $logger, private readonly Studies $studies)
    {
    }

    /**
     * Works until told to stop.
     *
     * @param callable(string): void $say told what happens, a line at a time
     *
     * @throws WorkerAlreadyRunning
     */
    public function run(callable $say, Lane $lane = Lane::Any): void
    {
        $lock = $this->lock($lane);
        $this->queue->requeueAbandoned($lane);
        $say(Lane::Any === $lane ? 'Waiting for exports.' : 'Waiting for quick exports.');
        while (!$this->stopping) {
            if (!$this->workOnce($say, $lane) && !(Lane::Quick === $lane && $this->studies->one($say))) {
                usleep(150_000);
            }
        }
        flock($lock, \LOCK_UN);
        $say('Stopped.');
    }

    /** Ends run() after the step at hand; an unfinished job goes back to the queue. */
    public function stop(): void
    {
        $this->stopping = true;
    }

    /**
     * Makes one file, if one is waiting.
     *
     * @param callable(string): void $say
     */
    public function workOnce(callable $say, Lane $lane = Lane::Any): bool
    {
        $id = $this->queue->claim($lane);
        if (null === $id) {
            return false;
        }
        $this->entities->clear();
        $job = $this->queue->job($id);
        if (null === $job) {
            $this->queue->finish($id, ExportJob::CANCELLED);
            $say(\sprintf('Export %d: its photo was removed', $id));

            return true;
        }
        $say(\sprintf('Export %d: %s', $id, $job->fileName()));
        try {
            $this->make($job);
            $this->queue->finish($id, ExportJob::DONE);
            $say(\sprintf('Export %d: done', $id));
        } catch (Cancelled) {
            if ($this->stopping) {
                $this->queue->requeueAbandoned($lane);
            } else {
                $this->queue->finish($id, ExportJob::CANCELLED);
            }
            $say(\sprintf('Export %d: stopped', $id));
        } catch (PictureError $e) {
            $this->queue->finish($id, ExportJob::FAILED, $e->getMessage());
            $say(\sprintf('Export %d: %s', $id, $e->getMessage()));
        } catch (\Throwable $e) {
            $this->queue->finish($id, ExportJob::FAILED, \sprintf('Something went wrong that should not have: %s', $e->getMessage()));
            $this->logger->error('Export {id}: {message}', ['id' => $id, 'message' => $e->getMessage(), 'exception' => $e]);
            $say(\sprintf('Export %d: %s in %s:%d', $id, $e->getMessage(), $e->getFile(), $e->getLine()));
        }

        return true;
    }

    private function make(ExportJob $job): void
    {
        $read = LookJson::read($job->look());
        // A grade of one photo has no name of its own; in a file it is called after the photo.
        $grade = new Grade($read->moves, '' === $read->name ? pathinfo($job->photo()->name(), \PATHINFO_FILENAME) : $read->name);
        $target = $this->store->export($job->id());
        $progress = function (string $stage, float $share) use ($job): void {
            if (!$this->queue->progress($job->id(), $stage, $share) || $this->stopping) {
                throw new Cancelled();
            }
        };
        if ('jpeg' === $job->format() || 'png' === $job->format()) {
            Rendering::picture($this->store->original($job->photo()->storeKey()), $job->photo()->name(), $grade, $target, $job->format(), $job->quality(), $job->lattice(), $progress);
        } else {
            Rendering::grade($grade, $target, $job->format(), $job->lattice(), $progress);
        }
    }

    /** @return resource */
    private function lock(Lane $lane)
    {
        $path = $this->store->directory().'/'.$lane->lockFile();
        $lock = fopen($path, 'c+');
        if (false === $lock) {
            throw new PictureError(\sprintf('"%s" cannot be opened. Check that the folder may be written to.', $path));
        }
        if (!flock($lock, \LOCK_EX | \LOCK_NB)) {
            throw new WorkerAlreadyRunning((int) stream_get_contents($lock));
        }
        ftruncate($lock, 0);
        fwrite($lock, (string) getmypid());
        fflush($lock);

        return $lock;
    }
}
