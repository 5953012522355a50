<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;

/** The grade of a photo as it is kept. */
final readonly class GradeView implements \JsonSerializable
{
    /**
     * @param int         $revision a number that never returns, not by undoing either; a change or a step says which one it is based on
     * @param string|null $began    name of the look that the grade began with; null when it began with nothing
     * @param string      $changedBy whose doing it is, for people; empty where nobody said
     */
    public function __construct(public int $photoId, public int $revision, public Grade $look, public bool $canUndo, public bool $canRedo, public ?string $began, public string $changedBy)
    {
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return ['photoId' => $this->photoId, 'revision' => $this->revision, 'look' => LookWriter::data($this->look), 'canUndo' => $this->canUndo, 'canRedo' => $this->canRedo, 'began' => $this->began, 'changedBy' => $this->changedBy];
    }
}
