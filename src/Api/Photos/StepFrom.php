<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Photos;

use Symfony\Component\Validator\Constraints as Assert;

/** A step of undo or redo. */
final readonly class StepFrom
{
    /** @param int $basedOn the revision that the user sees */
    public function __construct(
        #[Assert\PositiveOrZero(message: 'must not be below 0.')]
        public int $basedOn,
    ) {
    }
}
