<?php

declare(strict_types=1);

namespace Tovrin\App\View;

use Tovrin\App\Entity\ExportJob;
use Tovrin\App\Request\ExportFormat;

/** A finished file that was asked for, and how far it is. */
final readonly class ExportView
{
    /**
     * @param string      $stage    what is being done, for people
     * @param float       $progress share done, 0 to 1
     * @param string|null $error    why it failed
     * @param string|null $fileUrl  where the file is, once it is done
     */
    private function __construct(
        public int $id,
        public int $photoId,
        public ExportFormat $format,
        public string $fileName,
        public ExportState $state,
        public string $stage,
        public float $progress,
        public ?string $error,
        public ?string $fileUrl,
    ) {
    }

    public static function of(ExportJob $job): self
    {
        $done = ExportJob::DONE === $job->state();

        return new self($job->id(), $job->photo()->id(), ExportFormat::from($job->format()), $job->fileName(), ExportState::from($job->state()), $job->stage(), $job->progress(), $job->error(), $done ? '/api/exports/'.$job->id().'/file' : null);
    }
}
