<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Choosing;

use Symfony\Component\Validator\Constraints as Assert;
use Tovrin\App\Learning\Sample;
use Tovrin\Core\Reach\Reach;

/** All that is marked on a photo for a reach, and the reach so far. */
final readonly class SamplesOf
{
    /** A second's work, of strokes that go to and fro all over the photo. */
    private const POINTS_MOST = 3000;

    /**
     * @param list<Sample> $samples
     * @param bool         $alone   the reach alone, which comes sooner, without what there is to say of it
     */
    public function __construct(
        #[Assert\Valid]
        #[Assert\Count(max: 100, maxMessage: 'has more than {{ limit }} strokes. Start over, or set the reach by hand.')]
        public array $samples,
        public ?Reach $base = null,
        public bool $alone = false,
    ) {
    }

    /**
     * The same with fewer points where strokes have more of them than tell anything: they are sampled again along their way.
     *
     * @return list<Sample>
     */
    public function thinned(): array
    {
        $points = array_sum(array_map(static fn (Sample $sample): int => \count($sample->points), $this->samples));
        $step = (int) ceil($points / self::POINTS_MOST);

        return $step < 2 ? $this->samples : array_map(static fn (Sample $sample): Sample => $sample->everyNth($step), $this->samples);
    }
}
