<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;

/** A kind of move made of curves through points, which can be pulled up and down at a colour of the photo. */
interface Curved
{
    /**
     * Where a colour lies on each curve, how high the curve is there, and which further points would keep the rest of
     * the curve still if it were pulled there.
     *
     * @param ColourBlock $colour one colour, any space, as it comes to this move
     *
     * @return array<string, array{at: float, height: float, guards: list<array{0: float, 1: float}>}> by curve, in the
     *                                                                                               units of its points
     */
    public function along(ColourBlock $colour): array;
}
