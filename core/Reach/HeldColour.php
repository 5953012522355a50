<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;

/** A colour that must stay put: removes 1 − smooth(ΔEok / radius) from a reach. */
final readonly class HeldColour
{
    /**
     * @param string $colour `#rrggbb`
     * @param float  $radius OKLab distance at which it no longer holds anything, above 0
     *
     * @throws \InvalidArgumentException for a colour that cannot be read or a radius of 0 or less
     */
    public function __construct(public string $colour, public float $radius)
    {
        Hex::parse($colour);
        if ($radius <= 0.0) {
            throw new \InvalidArgumentException('A held colour needs a radius above 0.');
        }
    }

    /**
     * Multiplies weights by smooth(ΔEok / radius), in place: a hot loop.
     *
     * @param ColourBlock $lab     OKLab
     * @param array<int, float> $weights as many as colours
     *
     * @param-out array<int, float> $weights
     */
    public function carve(ColourBlock $lab, array &$weights): void
    {
        [$l, $a, $b] = ColourBlock::one(Srgb::class, ...Hex::parse($this->colour))->in(OkLab::class)->at(0);
        $light = $lab->a;
        $greenRed = $lab->b;
        $blueYellow = $lab->c;
        $radius = $this->radius;
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $x = $light[$i] - $l;
            $y = $greenRed[$i] - $a;
            $z = $blueYellow[$i] - $b;
            $t = sqrt($x * $x + $y * $y + $z * $z) / $radius;
            if ($t < 1.0) {
                $weights[$i] *= $t * $t * (3.0 - 2.0 * $t);
            }
        }
    }
}
