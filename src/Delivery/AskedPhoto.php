<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

use Symfony\Component\Validator\Constraints as Assert;

/** A photo of which files are wanted. */
final readonly class AskedPhoto
{
    /** @param int $basedOn the revision that the user sees; another one is refused, so that the file is what the screen showed */
    public function __construct(
        public int $id,
        #[Assert\PositiveOrZero(message: 'must not be below 0.')]
        public int $basedOn,
    ) {
    }
}
