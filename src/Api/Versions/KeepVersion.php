<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Versions;

use Symfony\Component\Validator\Constraints as Assert;

/** The grade in force is to be kept as a version. */
final readonly class KeepVersion
{
    /**
     * @param int    $basedOn the revision that the user sees
     * @param string $name    empty for the next number
     */
    public function __construct(
        #[Assert\PositiveOrZero(message: 'must not be below 0.')]
        public int $basedOn,
        #[Assert\Length(max: 200, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $name = '',
    ) {
    }
}
