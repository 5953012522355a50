<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\Hsl;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;

/** One colour in the figures and words that people read: 8-bit RGB, HSL, CIELAB, OKLCh, a name, how neutral it is. */
final readonly class Reading
{
    /** @param ColourBlock $colour one colour, inside the gamut */
    public function __construct(private ColourBlock $colour)
    {
    }

    /** The mean of several colours, taken in linear light as a lens would. */
    public static function mean(ColourBlock $colours): ColourBlock
    {
        $linear = $colours->in(LinearSrgb::class);
        $n = max(1, $linear->count());

        return ColourBlock::one(LinearSrgb::class, array_sum($linear->a) / $n, array_sum($linear->b) / $n, array_sum($linear->c) / $n)->in(Srgb::class);
    }

    /** @return array{hex: string, rgb: list<int>, hsl: list<float>, lab: list<float>, oklch: list<float>, name: string, neutrality: string} */
    public function figures(): array
    {
        $rgb = $this->colour->in(Srgb::class)->at(0);
        [$h, $s, $l] = $this->colour->in(Hsl::class)->at(0);
        $lch = $this->colour->in(OkLch::class)->at(0);
        $lab = $this->colour->in(LabD50::class)->at(0);

        return [
            'hex' => Hex::format(...$rgb),
            'rgb' => array_map(static fn (float $v): int => (int) round(255 * max(0.0, min(1.0, $v))), $rgb),
            'hsl' => [round($h, 1), round(100 * $s, 1), round(100 * $l, 1)],
            'lab' => array_map(static fn (float $v): float => round($v, 1), $lab),
            'oklch' => [round($lch[0], 3), round($lch[1], 4), round($lch[2], 1)],
            'name' => ColourName::of(...$lch),
            'neutrality' => Cast::words($this->colour),
        ];
    }
}
