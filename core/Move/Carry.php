<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Tone\Smooth;

/**
 * Carries one colour to another, and all around it along: hue turned by the difference, chroma scaled, lightness offset.
 *
 * Continuous through grey: where the anchor is nearly grey its hue means little and its chroma cannot be scaled, so the
 * difference is added as an offset in OKLab instead; neighbouring anchors and targets give neighbouring results.
 *
 * In OKLab a colour (L, a, b) becomes (L + lift, turnA·a − turnB·b + offsetA, turnB·a + turnA·b + offsetB).
 */
final readonly class Carry
{
    /** OKLCh chroma from which on a colour has a hue in full. */
    private const GREY = 0.08;

    private function __construct(public float $lift, public float $turnA, public float $turnB, public float $offsetA, public float $offsetB)
    {
    }

    /**
     * @param ColourBlock $pair        anchor and target, OKLab
     * @param float       $byHue       0…1, how far each goes to the target's
     * @param float       $byChroma    0…1
     * @param float       $byLightness 0…1
     */
    public static function between(ColourBlock $pair, float $byHue = 1.0, float $byChroma = 1.0, float $byLightness = 1.0): self
    {
        $lab = $pair->in(OkLab::class);
        $lch = $pair->in(OkLch::class);
        // How much the anchor counts as a colour (turned and scaled) rather than as a grey (offset).
        $coloured = min(1.0, ($lch->b[0] / self::GREY) ** 2);
        [$turnA, $turnB] = $coloured > 0.0 ? self::turn($lch, $byHue, $byChroma) : [0.0, 0.0];

        return new self(
            $byLightness * ($lab->a[1] - $lab->a[0]),
            $coloured * $turnA + 1.0 - $coloured,
            $coloured * $turnB,
            (1.0 - $coloured) * $byChroma * ($lab->b[1] - $lab->b[0]),
            (1.0 - $coloured) * $byChroma * ($lab->c[1] - $lab->c[0]),
        );
    }

    /**
     * A hot loop.
     *
     * @param ColourBlock $colours OKLab
     *
     * @return ColourBlock OKLab
     */
    public function apply(ColourBlock $colours): ColourBlock
    {
        [$light, $as, $bs] = [$colours->a, $colours->b, $colours->c];
        [$lift, $turnA, $turnB, $offsetA, $offsetB] = [$this->lift, $this->turnA, $this->turnB, $this->offsetA, $this->offsetB];
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            [$a, $b] = [$as[$i], $bs[$i]];
            $light[$i] += $lift;
            $as[$i] = $turnA * $a - $turnB * $b + $offsetA;
            $bs[$i] = $turnB * $a + $turnA * $b + $offsetB;
        }

        return new ColourBlock(OkLab::class, $light, $as, $bs);
    }

    /**
     * Turning and scaling in the plane of a and b as one complex factor. A target near grey has little hue to give:
     * the less, the less its hue counts where its chroma is not taken over too.
     *
     * @param ColourBlock $pair anchor and target, OKLCh
     *
     * @return array{0: float, 1: float} real and imaginary part
     */
    private static function turn(ColourBlock $pair, float $byHue, float $byChroma): array
    {
        $turn = $pair->c[1] - $pair->c[0];
        $turn = deg2rad($turn - 360.0 * round($turn / 360.0)) * $byHue;
        $scale = $byChroma * $pair->b[1] / $pair->b[0];
        $faded = $turn * Smooth::at($pair->b[1] / self::GREY);

        return [(1.0 - $byChroma) * cos($faded) + $scale * cos($turn), (1.0 - $byChroma) * sin($faded) + $scale * sin($turn)];
    }
}
