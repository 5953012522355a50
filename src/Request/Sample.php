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

    /** One loop instead of a constraint for each number: a stroke has hundreds. */
    #[Assert\Callback]
    public function check(ExecutionContextInterface $context): void
    {
        $wrong = self::wrong($this->points);
        if (null !== $wrong) {
            $context->buildViolation($wrong)->atPath('points')->addViolation();
        }
    }

    /** @param array<mixed> $points as they came */
    private static function wrong(array $points): ?string
    {
        if ([] === $points || \count($points) > self::MOST) {
            return \sprintf('must be a list of 1 to %d points.', self::MOST);
        }
        foreach ($points as $point) {
            if (!\is_array($point) || !isset($point[0], $point[1]) || !is_numeric($point[0]) || !is_numeric($point[1])) {
                return 'each point is a pair of numbers.';
            }
        }

        return null;
    }
}
