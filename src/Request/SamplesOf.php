<?php

declare(strict_types=1);

namespace Tovrin\App\Request;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\Core\Reach\Reach;

/** All that is marked on a photo for a reach, and the reach so far. */
final readonly class SamplesOf
{
    /** @param list<Sample> $samples */
    public function __construct(
        #[Assert\Valid]
        #[Assert\Count(max: 100, maxMessage: 'has more than {{ limit }} strokes. Start over, or widen what is reached by hand.')]
        public array $samples,
        public ?Reach $base = null,
    ) {
    }
}
