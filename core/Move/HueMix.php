<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLch;

/**
 * Turns hue, scales chroma and moves lightness by values over the hue circle; lightness fades with smooth() below FADE_CHROMA, so that neutrals
 * keep their tone.
 *
 * Where it is known how noisy the photo is, values are smoothed over hue where the noise of its colours would show, see HueValues.
 */
final readonly class HueMix
{
    /** OKLCh chroma at and above which lightness acts in full. */
    public const FADE_CHROMA = 0.1;
    /** By how much noise of lightness may grow by that of colour, in parts of itself. */
    private const LIGHT = 0.8;
    /** Noises of colour that a hue turned, or a chroma scaled, by one radian more with each radian of hue is to be away from grey. */
    private const COLOUR = 20.0;
    /** No picture of 8 bits has less noise: standard deviation in OKLab. */
    private const LEAST = 0.0005;

    /** @param array{0: float, 1: float, 2: float} $grain standard deviation of the photo's noise in L, a and b; 0, 0, 0 where it is not known */
    public function __construct(public array $grain = [0.0, 0.0, 0.0])
    {
    }

    /** @return array<string, mixed> */
    public static function grainSetting(): array
    {
        return ['description' => 'Standard deviation of the photo\'s noise in L, a and b of OKLab; changes from hue to hue are made no steeper than it bears. 0, 0, 0 takes them as they are.', 'type' => 'array', 'minItems' => 3, 'maxItems' => 3, 'default' => [0.0, 0.0, 0.0], 'items' => ['type' => 'number', 'minimum' => 0, 'maximum' => 0.5]];
    }

    /**
     * @param ColourBlock                                                                          $colours OKLCh
     * @param \Closure(array<int, float>): array{array<int, float>, array<int, float>, array<int, float>} $values of hues: degrees to turn, share of chroma to
     *                                                                                                     add, lightness to add
     */
    public function apply(ColourBlock $colours, \Closure $values): ColourBlock
    {
        [$light, $chroma, $hue] = [$colours->a, $colours->b, $colours->c];
        [$turns, $scales, $lifts] = 0.0 === max($this->grain) ? $values($hue) : $this->steadied($values, $hue, $chroma);
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $lift = $lifts[$i];
            if (0.0 !== $lift) {
                $t = $chroma[$i] / self::FADE_CHROMA;
                $light[$i] += $t >= 1.0 ? $lift : $lift * $t * $t * (3.0 - 2.0 * $t);
            }
            $hue[$i] += $turns[$i];
            $chroma[$i] *= 1.0 + $scales[$i];
        }

        return new ColourBlock(OkLch::class, $light, $chroma, $hue);
    }

    /**
     * @param \Closure(array<int, float>): array{array<int, float>, array<int, float>, array<int, float>} $values
     * @param array<int, float>                                                                           $hue
     * @param array<int, float>                                                                           $chroma
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>}
     */
    private function steadied(\Closure $values, array $hue, array $chroma): array
    {
        $colour = max(self::LEAST, sqrt(($this->grain[1] ** 2 + $this->grain[2] ** 2) / 2.0));
        // A radian of hue is so many units of a and b as the chroma is, and noise that way becomes noise of lightness.
        $slopes = [rad2deg(1.0) / (self::COLOUR * $colour), 1.0 / (self::COLOUR * $colour), self::LIGHT * max(self::LEAST, $this->grain[0]) / $colour];
        $steadied = [];
        foreach ($values(HueValues::hues()) as $which => $given) {
            $steadied[] = 0.0 === max([0.0, ...$given]) && 0.0 === min([0.0, ...$given]) ? array_fill(0, \count($hue), 0.0) : HueValues::of($given, $slopes[$which])->at($hue, $chroma);
        }

        return $steadied;
    }
}
