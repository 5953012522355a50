<?php

declare(strict_types=1);

namespace Tovrin\App\Request;

use Symfony\Component\Validator\Constraints as Assert;
use Symfony\Component\Validator\Context\ExecutionContextInterface;
use Tovrin\Core\Area\Brush;

/** Places along a brush stroke whose colours are wanted. */
final readonly class PointsUnder
{
    /** @param list<array{0: float, 1: float}> $points shares of the photo's width and height */
    public function __construct(
        public array $points,
    ) {
    }

    #[Assert\Callback]
    public function check(ExecutionContextInterface $context): void
    {
        $wrong = Points::wrong($this->points, Brush::MOST);
        if (null !== $wrong) {
            $context->buildViolation($wrong)->atPath('points')->addViolation();
        }
    }
}
