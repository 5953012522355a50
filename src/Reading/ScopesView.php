<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\Core\Reading\Cast;
use Tovrin\Core\Reading\ColourPlane;
use Tovrin\Core\Reading\Histogram;
use Tovrin\Core\Reading\Waveform;

/** How colours are spread: histogram, waveform, hue wheel, casts. */
final readonly class ScopesView
{
    /**
     * @param array{light: list<int>, red: list<int>, green: list<int>, blue: list<int>} $histogram 256 counts each
     * @param array<string, array{low: float, high: float}>                              $clipped   by channel, shares of the picture
     * @param array{columns: int, levels: int, counts: list<list<int>>}                 $waveform  red, green, blue, light: columns × levels counts, level running fastest
     * @param list<array{0: int, 1: int, 2: int, 3: string}>                             $plane     hue × chroma: column, row, count, colour
     * @param list<CastView>                                                             $casts
     */
    public function __construct(public array $histogram, public array $clipped, public array $waveform, public array $plane, public array $casts)
    {
    }

    public static function of(Histogram $histogram, Waveform $waveform, ColourPlane $plane, Cast ...$casts): self
    {
        [$light, $red, $green, $blue] = array_map(array_values(...), $histogram->counts);

        return new self(
            ['light' => $light, 'red' => $red, 'green' => $green, 'blue' => $blue],
            $histogram->clipped(),
            ['columns' => $waveform->columns, 'levels' => Waveform::LEVELS, 'counts' => array_map(array_values(...), $waveform->counts)],
            $plane->cells,
            array_map(static fn (Cast $cast): CastView => new CastView($cast->zone, $cast->evidence, $cast->amount, $cast->lean, $cast->ab, $cast->dial(), Cast::onDial(Cast::NEUTRAL), $cast->short()), array_values($casts)),
        );
    }
}
