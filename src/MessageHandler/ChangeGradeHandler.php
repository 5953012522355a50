<?php

declare(strict_types=1);

namespace Tovrin\App\MessageHandler;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Tovrin\App\Grading\Job\GradeWorker;
use Tovrin\App\Message\ChangeGrade;

/** Changes the grade of one photo for a job. */
#[AsMessageHandler]
final readonly class ChangeGradeHandler
{
    public function __construct(private GradeWorker $worker)
    {
    }

    public function __invoke(ChangeGrade $message): void
    {
        $this->worker->change($message->photo);
    }
}
