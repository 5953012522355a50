<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Areas;

use Symfony\Component\Validator\Constraints as Assert;
use Symfony\Component\Validator\Context\ExecutionContextInterface;
use Tovrin\App\Learning\Points;
use Tovrin\Core\Area\Brush;

/** Places along a brush stroke whose colours are wanted. */
final readonly class PointsUnder
{
    /** @param list<array{0: float, 1: float}> $points shares of the photo's width and height */
    public function __construct(
        #[Assert\Count(min: 1, max: Brush::MOST, minMessage: 'must have one at least.', maxMessage: 'are more than {{ limit }}. Draw the stroke in two.')]
        public array $points,
    ) {
    }

    #[Assert\Callback]
    public function check(ExecutionContextInterface $context): void
    {
        $wrong = [] === $this->points ? null : Points::wrong($this->points, \PHP_INT_MAX);
        if (null !== $wrong) {
            $context->buildViolation($wrong)->atPath('points')->addViolation();
        }
    }
}
