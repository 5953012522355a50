<?php

declare(strict_types=1);

namespace Tovrin\App\Request;

use Symfony\Component\Validator\Constraints as Assert;
use Symfony\Component\Validator\Context\ExecutionContextInterface;
use Tovrin\Core\Reach\StrokeShape;

/** Colours marked on the photo. */
final readonly class Sample
{
    private const MOST = 4000;

    /** @param non-empty-list<array{0: float, 1: float}> $points shares of the photo's width and height */
    public function __construct(
        public SampleAs $as,
        public StrokeShape $shape,
        public array $points,
    ) {
    }

    #[Assert\Callback]
    public function check(ExecutionContextInterface $context): void
    {
        $wrong = Points::wrong($this->points, self::MOST);
        if (null !== $wrong) {
            $context->buildViolation($wrong)->atPath('points')->addViolation();
        }
    }
}
