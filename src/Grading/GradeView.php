<?php

declare(strict_types=1);

namespace Tovrin\App\Grading;

use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;

/** The grade of a photo as it is kept. */
final readonly class GradeView implements \JsonSerializable
{
    /** @param int $revision a number that never returns, not by undoing either; a change or a step says which one it is based on */
    public function __construct(public int $photoId, public int $revision, public Grade $look, public bool $canUndo, public bool $canRedo)
    {
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return ['photoId' => $this->photoId, 'revision' => $this->revision, 'look' => LookWriter::data($this->look), 'canUndo' => $this->canUndo, 'canRedo' => $this->canRedo];
    }
}
