<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Choosing;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\Core\Reach\Reach;

/** A reach to be made broader or tighter as a whole. */
final readonly class ScaledReach
{
    /** @param float $factor above 1 broader, below tighter */
    public function __construct(
        #[Assert\Range(notInRangeMessage: 'must be from {{ min }} to {{ max }}.', min: 0.1, max: 10)]
        public float $factor,
        public ?Reach $reach = null,
    ) {
    }
}
