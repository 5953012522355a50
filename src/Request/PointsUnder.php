<?php

declare(strict_types=1);

namespace Tovrin\App\Request;

use Symfony\Component\Validator\Constraints as Assert;
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
}
