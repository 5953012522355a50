<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Tovrin\App\Learning\PhotoColours;
use Tovrin\App\Library\PhotoParts;
use Tovrin\App\Message\StudyPhoto;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Repository\Sets;

/** What there is to know of a photo before anything is chosen in it. */
final readonly class StudyTask implements TaskKind
{
    use AskedForAgain;

    public function __construct(private Sets $sets, private PhotoColours $colours, Queue $messages)
    {
        $this->messages = $messages;
    }

    public function kind(): string
    {
        return 'study';
    }

    public function message(): string
    {
        return StudyPhoto::class;
    }

    public function subject(object $message): int
    {
        return $message instanceof StudyPhoto ? $message->photo : 0;
    }

    public function again(int $subject): object
    {
        return new StudyPhoto($subject);
    }

    public function give(object $message): ?Given
    {
        $photo = $this->sets->photo($this->subject($message));

        return null === $photo || $this->colours->isStudied($photo) ? null : new Given($photo, \sprintf('study of “%s”', $photo->name()), [PhotoParts::PREVIEW], [], []);
    }

    public function make(Task $task, string $target, callable $progress): Made
    {
        $photo = $task->photo->photo();
        $progress('Studying the photo', 0.1);
        $this->colours->pots($photo);
        $this->colours->grain($photo);

        return new Made(file: false);
    }

    public function keep(WorkLease $lease, Made $made, ?string $path): void
    {
        // What was found has been kept beside the photo.
    }

    public function goesOn(WorkLease $lease, string $stage, float $share): bool
    {
        return null !== $this->sets->photo($lease->subject);
    }
}
