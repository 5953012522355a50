<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Deliveries;

use Tovrin\App\Delivery\DeliverTo;
use Tovrin\App\Delivery\JobState;
use Tovrin\App\Entity\Delivery;
use Tovrin\App\Entity\ExportJob;

/** Files that were asked for together, and how far they are. */
final readonly class DeliveryView
{
    /** Files that are listed one by one; of more only what is under way or went wrong. */
    private const LISTED = 60;

    /**
     * @param string           $name     for people
     * @param string|null      $folder   where on the server the files lie
     * @param bool             $stalled  whether files wait and no worker runs that would make them
     * @param float            $progress share done of all, 0 to 1
     * @param string|null      $fileUrl  where the archive is, once it is done
     * @param list<ExportView> $files    all of a few; of many those that are under way or went wrong
     */
    private function __construct(
        public int $id,
        public string $name,
        public DeliverTo $to,
        public ?string $folder,
        public bool $paused,
        public bool $stalled,
        public int $count,
        public int $done,
        public int $failed,
        public int $stopped,
        public int $waiting,
        public int $running,
        public float $progress,
        public ?string $fileUrl,
        public ?string $fileName,
        public array $files,
    ) {
    }

    /**
     * @param list<JobState> $jobs    its files, and its archive
     * @param bool           $served  whether any worker runs
     * @param string|null    $allowed the folder that is allowed
     */
    public static function of(Delivery $delivery, array $jobs, bool $served, ?string $allowed): self
    {
        $files = array_values(array_filter($jobs, static fn (JobState $job): bool => !$job->isArchive()));
        $archive = array_values(array_filter($jobs, static fn (JobState $job): bool => $job->isArchive()))[0] ?? null;
        $in = static fn (string $state): int => \count(array_filter($jobs, static fn (JobState $job): bool => $job->state === $state));
        $many = \count($jobs) > self::LISTED;
        $listed = array_values(array_filter($jobs, static fn (JobState $job): bool => !$many || \in_array($job->state, [ExportJob::RUNNING, ExportJob::FAILED], true)));
        $to = DeliverTo::from($delivery->destination());
        $all = array_sum(array_map(static fn (JobState $job): int => $job->cost, $jobs));

        return new self(
            $delivery->id(),
            $delivery->name(),
            $to,
            DeliverTo::Folder === $to && null !== $allowed ? $allowed.(null === $delivery->folder() ? '' : '/'.$delivery->folder()) : null,
            $delivery->isPaused(),
            !$served && !$delivery->isPaused() && [] !== array_filter($jobs, static fn (JobState $job): bool => $job->isUnfinished()),
            \count($files),
            \count(array_filter($files, static fn (JobState $job): bool => $job->isDone())),
            $in(ExportJob::FAILED),
            $in(ExportJob::CANCELLED),
            $in(ExportJob::QUEUED),
            $in(ExportJob::RUNNING),
            array_sum(array_map(static fn (JobState $job): float => $job->cost * ($job->isUnfinished() ? $job->progress : 1.0), $jobs)) / max(1, $all),
            null === $archive ? null : ExportView::of($archive)->fileUrl,
            $archive?->fileName,
            array_map(static fn (JobState $job): ExportView => ExportView::of($job), \array_slice($listed, 0, self::LISTED + 1)),
        );
    }
}
