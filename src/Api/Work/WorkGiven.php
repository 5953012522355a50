<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Work;

use Tovrin\App\Machines\Task;

/** What a worker is to do. */
final readonly class WorkGiven
{
    /**
     * @param Task|null $task null for nothing at the moment
     * @param string    $why   it gets nothing, where there is a reason
     * @param int       $again seconds to ask again after; 0 for waiting until it is told
     */
    public function __construct(public ?Task $task, public string $why = '', public int $again = 0)
    {
    }
}
