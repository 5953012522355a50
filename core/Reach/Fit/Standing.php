<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

use Tovrin\Core\Model\Study;

/**
 * What a reach catches of the photo before a stroke is made, and how deep each pixel lies in what is caught, or in what is not.
 *
 * Somebody who strokes in a sliver has looked at the whole and found nothing larger wrong: whatever lies deeper than the stroke, on
 * either side, is taken as right as it is.
 */
final readonly class Standing
{
    /** What lies this much deeper than the stroke, and some pixels more, begins to count as right; and the share of the picture's width over which it comes to count in full. */
    private const DEEPER = 2.5;
    private const BEYOND = 0.01;
    private const OVER = 0.02;
    /** What all pixels of a picture would count for, if all of them stood. */
    private const COUNTS = 20_000.0;

    /**
     * @param list<bool>  $caught by pixel
     * @param list<float> $depths by pixel, to the nearest of the other side, in shares of the picture's width
     */
    private function __construct(private Study $study, private array $caught, private array $depths)
    {
    }

    /** @param list<float> $sums by node of the study: above 0 where the reach catches it */
    public static function of(Study $study, array $sums): self
    {
        $caught = $not = [];
        foreach ($study->at as $node) {
            $caught[] = $in = $node >= 0 && $sums[$node] > 0.0;
            $not[] = !$in;
        }
        $columns = $study->columns;
        $inside = Distances::within($caught, $columns);
        $depths = [];
        foreach (Distances::within($not, $columns) as $pixel => $outside) {
            $depths[] = max($inside[$pixel], $outside) / $columns;
        }

        return new self($study, $caught, $depths);
    }

    /** How deep a stroke lies in what it is to set right, in shares of the picture's width; 0 where nearly all of it lies on what is right already. */
    public function depthOf(Mark $mark): float
    {
        if ([] === $mark->seeds) {
            return 1.0;
        }
        $at = array_map(fn (int $seed): float => $this->caught[$seed] === $mark->wanted ? 0.0 : $this->depths[$seed], $mark->seeds);
        sort($at);

        return $at[intdiv(3 * \count($at), 4)];
    }

    /**
     * What is taken as right after a stroke of some depth: all there is, where the stroke only says that something is right.
     *
     * @return array<int, float> what it counts for, by node
     */
    public function settled(float $depth): array
    {
        $from = self::DEEPER * $depth + self::BEYOND;
        $each = self::COUNTS / $this->study->count();
        $settled = [];
        foreach ($this->study->at as $pixel => $node) {
            $part = $depth > 0.0 ? min(1.0, ($this->depths[$pixel] - $from) / self::OVER) : 1.0;
            if ($node >= 0 && $part > 0.0) {
                $settled[$node] = ($settled[$node] ?? 0.0) + $each * $part;
            }
        }

        return $settled;
    }
}
