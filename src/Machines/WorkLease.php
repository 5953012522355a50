<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Tovrin\App\Process\Leases;

/** Something that a worker elsewhere has in hand. */
final readonly class WorkLease
{
    /**
     * @param string      $worker  as Workers has it
     * @param int         $subject number of what it is about: a file, a photo, a photo of a job
     * @param string       $key     of the photo in the store
     * @param list<string> $files   names of those that it needs
     * @param int         $cost    in megapixels of JPEG
     * @param int         $basedOn revision of the photo's grade
     * @param int         $seconds since it was given
     * @param string|null $ended   how it has ended; null while it is open
     */
    public function __construct(public string $token, public string $worker, public string $kind, public int $subject, public string $key, public array $files, public string $title, public int $cost, public int $basedOn, public int $seconds, public ?string $ended)
    {
    }

    /** In whose name it is taken up, as Leases has it. */
    public function holder(): string
    {
        return Leases::elsewhere($this->token);
    }
}
