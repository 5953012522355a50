<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Work;

use Tovrin\App\Machines\Task;

/** What a worker is to do. */
final readonly class WorkGiven
{
    /**
     * @param Task|null $task null for nothing at the moment
     * @param string    $why  it gets nothing, where that is its own fault
     */
    public function __construct(public ?Task $task, public string $why = '')
    {
    }
}
