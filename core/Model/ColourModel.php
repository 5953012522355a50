<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

use Tovrin\Core\Colour\ColourBlock;

/**
 * A photo's own colours as families at several scales, from a few broad ones to many narrow ones. The same on every run.
 */
final readonly class ColourModel
{
    /** Components at each scale, coarse to fine. */
    public const SCALES = [6, 14, 32, 80];
    /** Samples that it is fitted to; more only take longer. */
    public const SAMPLES = 6000;

    /** @param non-empty-list<Mixture> $scales coarse to fine */
    public function __construct(public array $scales)
    {
    }

    /** @param ColourBlock $colours a photo's digest, any space; at least one */
    public static function of(ColourBlock $colours): self
    {
        $points = Points::of($colours->thinned(self::SAMPLES));

        return new self(array_map(static fn (int $count): Mixture => MixtureFitter::fit($points, $count), self::SCALES));
    }

    /** The model of another photo, with the same components where they are the same things under other light. */
    public function adapted(ColourBlock $colours, float $relevance = 40.0): self
    {
        $points = Points::of($colours->thinned(self::SAMPLES));

        return new self(array_map(static fn (Mixture $scale): Mixture => MixtureFitter::adapted($scale, $points, $relevance, 10), $this->scales));
    }

    /** Components of all scales together. */
    public function count(): int
    {
        return array_sum(array_map(static fn (Mixture $scale): int => $scale->count(), $this->scales));
    }

    /**
     * How much each component of each scale holds of each colour.
     *
     * @return list<array<int, float>> by component, scale after scale; over one scale they sum to one
     */
    public function posteriors(ColourBlock $colours): array
    {
        $points = Points::of($colours);

        return array_merge(...array_map(static fn (Mixture $scale): array => $scale->posteriors($points)[0], $this->scales));
    }
}
