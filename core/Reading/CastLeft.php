<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;

/**
 * The part of a photo that is likely grey and still tinted after places that ought to be neutral were made so: light that none of them stands in.
 *
 * A guess, as NeutralPlaces makes it: weak colours that the photo has much of are taken for grey that lights have tinted (common practice).
 */
final readonly class CastLeft
{
    private const LIGHT = 0.97;
    /** Chroma that is left, in proportion to lightness, from which on one sees it beside a true grey. */
    private const SEEN = 0.022;
    /** Share of the photo from which on it is worth a word. */
    private const LEAST = 0.08;
    /** Colours among which the commonest is looked for. */
    private const JUDGED = 400;

    /**
     * @param float $share of the photo, 0…1
     * @param int   $at    index of a colour in the middle of the commonest of these casts
     */
    private function __construct(public float $share, public int $at)
    {
    }

    /**
     * @param ColourBlock $before some of the photo's colours
     * @param ColourBlock $after  the same after the move
     *
     * @return self|null null where there is none worth a word
     */
    public static function of(ColourBlock $before, ColourBlock $after): ?self
    {
        $before = $before->in(OkLab::class);
        $after = $after->in(OkLab::class);
        $tinted = [];
        foreach ($before->a as $i => $light) {
            $likely = $light > NeutralPlaces::DARKEST && $light < self::LIGHT && hypot($before->b[$i], $before->c[$i]) < 2.0 * NeutralPlaces::LIKELY * $light;
            if ($likely && hypot($after->b[$i], $after->c[$i]) > self::SEEN * max(NeutralPlaces::DARKEST, $after->a[$i])) {
                $tinted[] = $i;
            }
        }
        $share = \count($tinted) / max(1, $before->count());
        if ($share < self::LEAST) {
            return null;
        }
        $step = max(1, intdiv(\count($tinted), self::JUDGED));
        $judged = array_values(array_filter($tinted, static fn (int $k): bool => 0 === $k % $step, \ARRAY_FILTER_USE_KEY));
        [$best, $most] = [$tinted[0], -1.0];
        foreach ($judged as $i) {
            $near = 0.0;
            foreach ($judged as $j) {
                if (abs($before->b[$i] - $before->b[$j]) < NeutralPlaces::NEAR && abs($before->c[$i] - $before->c[$j]) < NeutralPlaces::NEAR) {
                    ++$near;
                }
            }
            // Where it is left most, and light enough to be sure of.
            $near *= $before->a[$i] * hypot($after->b[$i], $after->c[$i]);
            if ($near > $most) {
                [$best, $most] = [$i, $near];
            }
        }

        return new self($share, $best);
    }
}
