<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Versions;

use Symfony\Component\Validator\Constraints as Assert;

/** A step of the history that is to be returned to. */
final readonly class GoToStep
{
    /**
     * @param int $number  of the step; 0 is the photo as it came
     * @param int $basedOn the revision that the user sees
     */
    public function __construct(
        #[Assert\PositiveOrZero(message: 'must not be below 0.')]
        public int $number,
        #[Assert\PositiveOrZero(message: 'must not be below 0.')]
        public int $basedOn,
    ) {
    }
}
