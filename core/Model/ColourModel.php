<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Model\Table\Tables;

/**
 * A photo's own colours as families at several scales, from a few broad ones to many narrow ones. The same on every run.
 */
final readonly class ColourModel
{
    /** Components at each scale, coarse to fine. */
    public const SCALES = [6, 14, 32, 80];
    /** Samples that it is fitted to; more only take longer. */
    public const SAMPLES = 6000;
    /** So many samples of another photo weigh as much as what is known of a component, and rounds of adapting to it. */
    private const RELEVANCE = 600.0;
    private const ROUNDS = 4;

    /**
     * @param non-empty-list<Mixture>                   $scales coarse to fine
     * @param array{0: float, 1: float, 2: float}       $grain  standard deviation of the photo's noise in L, a and b of OKLab
     * @param Tables                                    $tables where what takes long to work out of it is kept
     */
    public function __construct(public array $scales, public array $grain = [0.0, 0.0, 0.0], public Tables $tables = new Tables())
    {
    }

    /**
     * @param ColourBlock                         $colours some of a photo's colours, any space; at least one
     * @param array{0: float, 1: float, 2: float} $grain
     */
    public static function of(ColourBlock $colours, array $grain = [0.0, 0.0, 0.0]): self
    {
        return new self(array_map(static fn (int $count): Mixture => self::scale($colours, $count), self::SCALES), $grain);
    }

    /**
     * One of the scales by itself, for those who fit several at once.
     *
     * @param int<1, max> $count components
     */
    public static function scale(ColourBlock $colours, int $count): Mixture
    {
        return MixtureFitter::fit(Points::of($colours->thinned(self::SAMPLES)), $count)->rounded();
    }

    /** The model of another photo, with the same components where they are the same things under other light. */
    public function adapted(Points $points, float $relevance = self::RELEVANCE, int $rounds = self::ROUNDS): self
    {
        $points = $points->thinned(self::SAMPLES);

        return new self(array_map(static fn (Mixture $scale): Mixture => MixtureFitter::adapted($scale, $points, $relevance, $rounds)->rounded(), $this->scales), $this->grain, $this->tables);
    }

    /** The places of the grid that lie near the photo's colours. */
    public function nodes(): Nodes
    {
        return Nodes::near($this->scales[\count($this->scales) - 1], $this->grain);
    }

    /** @return list<float> all that it says, grain first */
    public function numbers(): array
    {
        $numbers = [...$this->grain];
        foreach ($this->scales as $scale) {
            foreach ($scale->components as $one) {
                array_push($numbers, $one->share, ...$one->mean, ...$one->covariance);
            }
        }

        return $numbers;
    }

    /** Components of all scales together. */
    public function count(): int
    {
        return array_sum(array_map(static fn (Mixture $scale): int => $scale->count(), $this->scales));
    }
}
