<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Charts;

use Symfony\Component\Validator\Constraints as Assert;
use Symfony\Component\Validator\Context\ExecutionContextInterface;
use Tovrin\App\Learning\Points;
use Tovrin\Core\Move\Chart\ChartReference;
use Tovrin\Core\Move\Chart\ChartTerms;

/** A chart to be read off a photo. */
final readonly class ReadChart
{
    /**
     * @param string                                      $reference what its patches should be: a text file as measuring programs save it (CGATS.17)
     * @param list<array{0: int|float, 1: int|float}>     $corners   clockwise from the corner at the first patch, as shares of the photo's width and height; none to have the chart found
     * @param string                                      $name      of the file
     * @param int                                         $columns   of the chart; 0 where the names of its patches tell (A1, A2 …)
     */
    public function __construct(
        #[Assert\Length(max: 1_000_000)]
        public string $reference,
        public array $corners = [],
        #[Assert\Length(max: 200)]
        public string $name = '',
        #[Assert\Range(min: 0, max: ChartReference::PATCHES_MOST)]
        public int $columns = 0,
        public ChartTerms $method = ChartTerms::Matrix,
    ) {
    }

    #[Assert\Callback]
    public function check(ExecutionContextInterface $context): void
    {
        if ([] === $this->corners) {
            return;
        }
        $wrong = 4 === \count($this->corners) ? Points::wrong($this->corners, 4) : 'a chart has four corners.';
        if (null !== $wrong) {
            $context->buildViolation($wrong)->atPath('corners')->addViolation();
        }
    }
}
