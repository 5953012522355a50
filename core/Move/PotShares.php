<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;

/** How much each of several moved pots has to say of each colour: all of it at the middle of a pot, never more than all together. */
final class PotShares
{
    /** A pot that holds less than this of its own middle is too small to be told from its neighbours. */
    private const LEAST = 0.2;

    /**
     * @param list<int>   $pots    those that move
     * @param ColourBlock $colours OKLab
     * @param ColourBlock $middles of all pots, OKLab, as the colours are measured
     * @param float       $over    OKLab distance over which a share may rise from 0 to 1
     *
     * @return array<int, array<int, float>> by pot, by colour: 0…1
     */
    public static function of(PhotoPots $photo, array $pots, ColourBlock $colours, ColourBlock $middles, float $over): array
    {
        $families = $photo->families;
        if (null === $families || [] === $pots) {
            return [];
        }
        $shares = [];
        $n = $colours->count();
        $sums = array_fill(0, $n, 0.0);
        foreach ($pots as $pot) {
            // The middles are few, and the same every time unless moves above change them.
            $own = $families->weights($pot, $middles, $over, true);
            $share = $colours === $middles ? $own : $families->weights($pot, $colours, $over);
            $own = $own[$pot];
            // A small pot's own middle may lie within the soft edge to its neighbours; it counts in full all the same.
            $scale = 1.0 / max(self::LEAST, $own);
            for ($i = 0; $i < $n; ++$i) {
                if (0.0 !== $share[$i]) {
                    $share[$i] = min(1.0, $scale * $share[$i]);
                    $sums[$i] += $share[$i];
                }
            }
            $shares[$pot] = $share;
        }
        if (\count($pots) > 1) {
            foreach ($sums as $i => $sum) {
                if ($sum > 1.0) {
                    foreach ($pots as $pot) {
                        $shares[$pot][$i] /= $sum;
                    }
                }
            }
        }

        return $shares;
    }
}
