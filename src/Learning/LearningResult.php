<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\Core\Reach\Fit\Mark;
use Tovrin\Core\Reach\Fit\StrokeLearner;
use Tovrin\Core\Reach\Learned;

/** What strokes taught, and what they were. */
final readonly class LearningResult
{
    /** @param non-empty-array<int, Mark> $marks those that lie on the photo, by the number of their stroke */
    public function __construct(public Learned $learned, public array $marks, public StrokeLearner $learner)
    {
    }

    /** The same read tighter or broader, softer or firmer. */
    public function read(float $broader, float $soft): self
    {
        return new self($this->learned->tuned($broader, $soft), $this->marks, $this->learner);
    }
}
