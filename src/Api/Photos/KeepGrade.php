<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Photos;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\Core\Grade\Grade;

/** A new state of a photo's grade. */
final readonly class KeepGrade
{
    /** @param int $basedOn the revision that the change was made to */
    public function __construct(
        public Grade $look,
        #[Assert\PositiveOrZero(message: 'must not be below 0.')]
        public int $basedOn,
    ) {
    }
}
