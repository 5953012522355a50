<?php

declare(strict_types=1);

namespace Tovrin\App\Grading\Job;

use Tovrin\App\Entity\GradeJob;
use Tovrin\App\Entity\GradeJobPhoto;

/** A change to the grades of many photos, and how far it is. */
final readonly class GradeJobView
{
    /**
     * @param string                 $name    for people
     * @param bool                   $undone  whether it was taken back
     * @param int                    $count   photos in all
     * @param int                    $leftOut photos that were not changed, each with its reason
     * @param list<ChangedPhotoView> $told    photos there is something to say of
     * @param string                 $madeAt  date and time
     */
    private function __construct(
        public int $id,
        public int $setId,
        public string $kind,
        public string $name,
        public bool $paused,
        public bool $undone,
        public int $count,
        public int $waiting,
        public int $done,
        public int $leftOut,
        public int $stopped,
        public array $told,
        public string $madeAt,
    ) {
    }

    /**
     * @param array<string, int>     $counts photos by state
     * @param list<ChangedPhotoView> $told
     */
    public static function of(GradeJob $job, array $counts, array $told): self
    {
        return new self(
            $job->id(),
            $job->set()->id(),
            $job->kind(),
            $job->name(),
            $job->isPaused(),
            $job->isUndone(),
            array_sum($counts),
            $counts[GradeJobPhoto::WAITING] ?? 0,
            ($counts[GradeJobPhoto::DONE] ?? 0) + ($counts[GradeJobPhoto::UNDONE] ?? 0),
            $counts[GradeJobPhoto::LEFT_OUT] ?? 0,
            $counts[GradeJobPhoto::STOPPED] ?? 0,
            $told,
            $job->madeAt()->format(\DATE_ATOM),
        );
    }
}
