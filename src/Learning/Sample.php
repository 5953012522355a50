<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

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

    /** With every so manyth of its points, and the last. */
    public function everyNth(int $step): self
    {
        $last = \count($this->points) - 1;
        $points = array_values(array_filter($this->points, static fn (int $i): bool => 0 === $i % $step || $i === $last, \ARRAY_FILTER_USE_KEY));

        return new self($this->as, $this->shape, [] === $points ? $this->points : $points);
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
