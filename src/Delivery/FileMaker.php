<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Tovrin\App\Archive\SetWriter;
use Tovrin\App\Archive\ZipFile;
use Tovrin\App\Archive\ZipPart;
use Tovrin\App\Entity\ExportJob;
use Tovrin\App\Exception\Cancelled;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Files\FileModes;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Imaging\PictureError;
use Tovrin\App\Learning\PhotoChecks;
use Tovrin\App\Library\Photos;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Process\Journal;
use Tovrin\App\Process\Leases;
use Tovrin\App\Process\Stopping;
use Tovrin\App\Workers\Workers;

/** Makes one finished file, whole or not at all. */
final readonly class FileMaker
{
    public function __construct(private ExportQueue $queue, private PhotoStore $store, private EntityManagerInterface $entities, private LoggerInterface $logger, private Journal $journal, private Stopping $stopping, private AllowedFolder $folder, private Deliveries $deliveries, private PhotoFile $files, private PhotoChecks $checks, private SetWriter $sets, private Photos $photos, private Workers $workers)
    {
    }

    /** Takes a file of a delivery up, if nobody else has, and makes it. */
    public function make(int $id): void
    {
        if (!$this->queue->claim($id)) {
            return;
        }
        $this->entities->clear();
        $job = $this->entities->find(ExportJob::class, $id);
        if (null === $job || true === $job->photo()?->isRemoved()) {
            $this->queue->finish($id, ExportJob::CANCELLED);
            $this->journal->say(\sprintf('File %d: its photo was removed', $id));

            return;
        }
        $this->journal->say(\sprintf('File %d: %s', $id, $job->fileName()));
        $start = hrtime(true);
        try {
            $this->write($job);
            $this->queue->finish($id, ExportJob::DONE);
            // What a photo takes tells how fast a worker is; an archive does not.
            $this->workers->did(Leases::own(), null === $job->photo() ? null : (hrtime(true) - $start) / 1e9 / max(1, $job->cost()));
            $this->journal->say(\sprintf('File %d: done', $id));
        } catch (Cancelled) {
            if ($this->stopping->wanted && $this->queue->giveBack($id, Leases::own())) {
                $this->queue->sendAgain($id);
            } else {
                $this->queue->finish($id, ExportJob::CANCELLED);
            }
            $this->journal->say(\sprintf('File %d: stopped', $id));
        } catch (PictureError|Refused|NotFound $e) {
            $this->queue->finish($id, ExportJob::FAILED, $e->getMessage());
            // It was not the fault of a worker elsewhere that had failed at it.
            null === $job->failedBy() || $this->workers->forgive($job->failedBy());
            $this->journal->say(\sprintf('File %d: %s', $id, $e->getMessage()));
        } catch (\Throwable $e) {
            $this->queue->finish($id, ExportJob::FAILED, \sprintf('This is our mistake, not yours: %s. It is written down in the log of the data folder; have the file made again, or report it.', rtrim($e->getMessage(), '.')));
            $this->logger->error('File {id}: {message}', ['id' => $id, 'message' => $e->getMessage(), 'exception' => $e]);
            $this->journal->say(\sprintf('File %d: %s in %s:%d', $id, $e->getMessage(), $e->getFile(), $e->getLine()));
        }
    }

    private function write(ExportJob $job): void
    {
        $progress = function (string $stage, float $share) use ($job): void {
            if (!$this->queue->progress($job->id(), $stage, $share) || $this->stopping->wanted) {
                throw new Cancelled();
            }
        };
        $target = $this->store->export($job->id());
        if ($job->isArchive()) {
            ZipFile::write($target, $this->parts($job), $progress);

            return;
        }
        if (ExportJob::SET === $job->format()) {
            $asked = WholeSet::read($job->output());
            $this->sets->write($this->photos->set($asked->set), $asked->photos, $target, $progress);

            return;
        }
        $photo = $job->photo() ?? throw new \LogicException('Only an archive has no photo.');
        $grade = $this->files->grade($photo, $job->look());
        $exactness = null;
        $this->put($job, function (string $part) use ($photo, $grade, $job, $progress, &$exactness): void {
            $exactness = $this->files->write($photo, $grade, ExportSpec::read($job->format(), $job->output()), $part, $progress);
        });
        if (null !== $exactness) {
            $this->queue->reached($job->id(), $exactness, $this->checks->words($photo, $grade));
        }
    }

    /**
     * Puts the file of a photo where it goes.
     *
     * @param \Closure(string): mixed $make told the path to write to
     */
    public function put(ExportJob $job, \Closure $make): void
    {
        if (DeliverTo::Folder->value === $job->delivery()->destination()) {
            [$kind, $name] = str_contains($job->fileName(), '/') ? explode('/', $job->fileName(), 2) : [null, $job->fileName()];
            $path = $this->folder->at($job->delivery()->folder(), $kind).'/'.$name;
            AtomicFile::makeNew($path, $make, (string) $job->id());
            FileModes::open($path);
        } else {
            AtomicFile::make($this->store->export($job->id()), $make);
        }
    }

    /** @return array<string, ZipPart> the finished files of its delivery, by name */
    private function parts(ExportJob $archive): array
    {
        $parts = [];
        foreach ($this->deliveries->jobsOf($archive->delivery()) as $job) {
            if ($job->isDone() && !$job->isArchive()) {
                $parts[$job->fileName] = new ZipPart($this->store->export($job->id));
            }
        }

        return $parts;
    }
}
