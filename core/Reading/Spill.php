<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;

/** What a reach takes in, pot by pot: what it was meant for, and what else moves. */
final class Spill
{
    /**
     * @param array<int, float> $weights the reach's weight of each of the colours
     *
     * @return list<array{pot: int, reached: float, share: float}> share of the pot that is reached, and share of the
     *                                                             picture that is; largest share of the picture first
     */
    public static function of(Pots $pots, ColourBlock $colours, array $weights): array
    {
        $sums = array_fill(0, max(1, $pots->count()), 0.0);
        $counts = array_fill(0, max(1, $pots->count()), 0);
        $n = 0;
        foreach ($pots->membership($colours) as $i => $pot) {
            $sums[$pot] += $weights[$i];
            ++$counts[$pot];
            ++$n;
        }
        $spill = [];
        foreach ($sums as $pot => $sum) {
            if ($counts[$pot] > 0 && $sum / $n >= 0.0005) {
                $spill[] = ['pot' => $pot, 'reached' => $sum / $counts[$pot], 'share' => $sum / $n];
            }
        }
        usort($spill, static fn (array $p, array $q): int => $q['share'] <=> $p['share'] ?: $p['pot'] <=> $q['pot']);

        return $spill;
    }
}
