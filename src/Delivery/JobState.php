<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Tovrin\App\Entity\ExportJob;

/** How far one file of a delivery is, without the grade that it is made with: pages ask for it several times a second. */
final readonly class JobState
{
    /**
     * @param int|null $photo    null for the archive
     * @param float    $progress share done, 0…1
     * @param string   $troubles what goes plainly wrong with its colours, a line each
     * @param int      $cost     how long it takes, in megapixels of JPEG
     */
    public function __construct(
        public int $id,
        public int $delivery,
        public string $destination,
        public ?int $photo,
        public string $state,
        public string $stage,
        public float $progress,
        public string $format,
        public string $fileName,
        public int $cost,
        public ?string $error,
        public ?int $lattice = null,
        public ?float $meanError = null,
        public ?float $error99 = null,
        public string $troubles = '',
    ) {
    }

    public function isArchive(): bool
    {
        return ExportJob::ARCHIVE === $this->format;
    }

    /** Whether it is an archive of whichever kind. */
    public function isZip(): bool
    {
        return \in_array($this->format, [ExportJob::ARCHIVE, ExportJob::SET], true);
    }

    public function isDone(): bool
    {
        return ExportJob::DONE === $this->state;
    }

    public function isUnfinished(): bool
    {
        return \in_array($this->state, [ExportJob::QUEUED, ExportJob::RUNNING], true);
    }
}
