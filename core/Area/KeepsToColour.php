<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

use Tovrin\Core\Colour\ColourBlock;

/** A shape that may stop where the photo's colour is another one. */
interface KeepsToColour
{
    /** Whether it does. */
    public function keeps(): bool;

    /**
     * How far places are from the outline, see Shape, and how like colours are to what the shape holds to where they lie.
     *
     * @param array<int, float> $x   places in distances from the left, see Frame
     * @param array<int, float> $y   from the top
     * @param ColourBlock       $lab the photo's colours there, OKLab
     *
     * @return array{array<int, float>, array<int, float>} distances, and likeness 0…1
     */
    public function distancesAndLikeness(Frame $frame, array $x, array $y, ColourBlock $lab): array;
}
