<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Work;

use Symfony\Component\Validator\Constraints as Assert;

/** Why something in hand could not be done. */
final readonly class WorkFails
{
    /** @param list<string> $lines what the worker has said */
    public function __construct(
        #[Assert\Length(max: 2000, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $why,
        #[Assert\Count(max: 50, maxMessage: 'has more than {{ limit }} lines.')]
        public array $lines = [],
    ) {
    }
}
