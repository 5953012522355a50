<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\ColourBlock;

/** What exact evaluation gives: finished colours, and the reach weights that were asked for. */
final readonly class Evaluation
{
    /**
     * @param ColourBlock             $colours encoded sRGB, inside the gamut
     * @param array<int, array<int, float>> $weights by index of the move: its reach's weight per colour, 0…1
     */
    public function __construct(public ColourBlock $colours, public array $weights)
    {
    }
}
