<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

/** The photo's colours laid out on pairs of axes. */
final readonly class PlanesView
{
    /**
     * @param float                                                                  $chromaTop end of the axis of chroma
     * @param array<string, list<array{0: int, 1: int, 2: int, 3: string}>> $cells     by plane: column, row from the foot, count, mean colour
     * @param list<array{name: string, from: float, to: float}>              $hues      the named stretches of the hue circle, OKLCh degrees; the last may end in the next turn
     */
    public function __construct(public int $columns, public int $rows, public float $chromaTop, public array $cells, public array $hues)
    {
    }
}
