<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

use Tovrin\Core\Colour\ColourBlock;

/** A shape of an area, added to those before it or taken off them. */
final readonly class Part
{
    public function __construct(public Shape $shape, public bool $subtract = false)
    {
    }

    /**
     * How much the shape takes in at places.
     *
     * @param array<int, float> $x   in distances from the left, see Frame
     * @param array<int, float> $y   from the top
     * @param ColourBlock|null  $lab the photo's colours there, OKLab; null where they are not known, and every colour counts as alike
     *
     * @return array<int, float> 0…1
     */
    public function weights(Frame $frame, array $x, array $y, ?ColourBlock $lab): array
    {
        $edge = $this->shape->edge($frame);
        [$weights, $likeness] = null !== $lab && $this->shape instanceof KeepsToColour && $this->shape->keeps()
            ? $this->shape->distancesAndLikeness($frame, $x, $y, $lab)
            : [$this->shape->distances($frame, $x, $y), null];
        foreach ($weights as $i => $distance) {
            $t = 0.5 - $distance / $edge;
            $weights[$i] = ($t <= 0.0 ? 0.0 : ($t >= 1.0 ? 1.0 : $t * $t * (3.0 - 2.0 * $t))) * ($likeness[$i] ?? 1.0);
        }

        return $weights;
    }

    /** Whether it asks for the photo's colours. */
    public function keeps(): bool
    {
        return $this->shape instanceof KeepsToColour && $this->shape->keeps();
    }

    /**
     * What places have of it and of the shapes before it.
     *
     * @param float $before 0…1
     * @param float $own    0…1
     */
    public function joined(float $before, float $own): float
    {
        return $this->subtract ? $before * (1.0 - $own) : max($before, $own);
    }
}
