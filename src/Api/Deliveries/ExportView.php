<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Deliveries;

use Tovrin\App\Delivery\DeliverTo;
use Tovrin\App\Delivery\JobState;

/** A finished file that was asked for, and how far it is. */
final readonly class ExportView
{
    /**
     * @param int|null    $photoId  null for the archive of a delivery
     * @param string      $stage    what is being done, for people
     * @param float       $progress share done, 0 to 1
     * @param string|null $error    why it failed
     * @param string|null $fileUrl  where the file is, once it is done, if it can be fetched
     * @param int|null    $lattice  nodes along each axis of the table it was made with; 0 where none was needed
     * @param float|null  $meanError how far it is from exact evaluation of the grade on the photo's own colours, on average, in ΔE00
     * @param float|null  $error99  what 99 of 100 colours stay within
     * @param list<string> $troubles what goes plainly wrong with its colours, worst first
     */
    private function __construct(
        public int $id,
        public ?int $photoId,
        public string $format,
        public string $fileName,
        public ExportState $state,
        public string $stage,
        public float $progress,
        public ?string $error,
        public ?string $fileUrl,
        public ?int $lattice,
        public ?float $meanError,
        public ?float $error99,
        public array $troubles,
    ) {
    }

    public static function of(JobState $job): self
    {
        $fetched = $job->isDone() && DeliverTo::Folder->value !== $job->destination;

        return new self($job->id, $job->photo, $job->format, $job->fileName, ExportState::from($job->state), $job->stage, $job->progress, $job->error, $fetched ? '/api/exports/'.$job->id.'/file' : null, $job->lattice, $job->meanError, $job->error99, '' === $job->troubles ? [] : explode("\n", $job->troubles));
    }
}
