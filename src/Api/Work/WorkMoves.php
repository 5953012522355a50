<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Work;

use Symfony\Component\Validator\Constraints as Assert;

/** How far something in hand is. */
final readonly class WorkMoves
{
    /**
     * @param float        $share done, 0…1
     * @param list<string> $lines what the worker has said
     */
    public function __construct(
        #[Assert\Length(max: 60, maxMessage: 'is longer than {{ limit }} characters. Shorten it.')]
        public string $stage,
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }}.', min: 0, max: 1)]
        public float $share,
        #[Assert\Count(max: 50, maxMessage: 'has more than {{ limit }} lines.')]
        public array $lines = [],
    ) {
    }
}
