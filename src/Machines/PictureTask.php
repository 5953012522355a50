<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

use Tovrin\App\Files\SameFile;
use Tovrin\App\Grading\Grades;
use Tovrin\App\Grading\PictureMaker;
use Tovrin\App\Imaging\AtomicFile;
use Tovrin\App\Library\PhotoParts;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Message\DrawPicture;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Repository\Sets;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Model\Table\Tables;

/** The small picture of a photo, as it is graded now. */
final readonly class PictureTask implements TaskKind
{
    use AskedForAgain;

    public function __construct(private Sets $sets, private Grades $grades, private PictureMaker $pictures, private NeededFiles $needed, private PhotoStore $store, private Tables $tables, Queue $messages)
    {
        $this->messages = $messages;
    }

    public function kind(): string
    {
        return 'picture';
    }

    public function message(): string
    {
        return DrawPicture::class;
    }

    public function subject(object $message): int
    {
        return $message instanceof DrawPicture ? $message->photo : 0;
    }

    public function again(int $subject): object
    {
        return new DrawPicture($subject);
    }

    public function give(object $message): ?Given
    {
        $photo = $this->sets->photo($this->subject($message));
        // As in DrawPictureHandler: of several changes in a row only the last is drawn.
        if (null === $photo || !$message instanceof DrawPicture || $photo->drawn() === $photo->revision() || $photo->revision() !== ($message->revision ?? $photo->revision())) {
            return null;
        }
        $grade = $this->grades->grade($photo);
        $look = LookWriter::write($grade);

        return new Given($photo, \sprintf('picture of “%s” for the sheet', $photo->name()), [PhotoParts::PREVIEW, ...$this->needed->forGrade($photo, $grade)], $this->needed->kept($look), ['look' => $look], basedOn: $photo->revision());
    }

    public function make(Task $task, string $target, callable $progress): Made
    {
        $progress('Drawing the picture', 0.1);

        return new Made(['troubles' => $this->pictures->drawn($task->photo->photo(), LookJson::read($task->given['look'] ?? '', $this->tables), $target)]);
    }

    public function keep(WorkLease $lease, Made $made, ?string $path): void
    {
        $photo = $this->sets->photo($lease->subject);
        // Changed since: another picture is asked for.
        if (null !== $path && null !== $photo && $photo->revision() === $lease->basedOn) {
            AtomicFile::make($this->store->graded($photo->storeKey(), $lease->basedOn), static fn (string $part): bool => SameFile::put($path, $part));
            $this->pictures->kept($photo, $lease->basedOn, mb_substr($made->text('troubles'), 0, 500));
        }
    }

    public function goesOn(WorkLease $lease, string $stage, float $share): bool
    {
        return $this->sets->photo($lease->subject)?->revision() === $lease->basedOn;
    }
}
