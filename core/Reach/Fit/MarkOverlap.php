<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

use Tovrin\Core\Colour\OkLab;

/** How much wanted and held marks have in common. */
final class MarkOverlap
{
    /** Colours within the same cell of this size in OKLab are the same to the eye. */
    private const CELL = 0.012;

    /**
     * @param list<Mark> $marks
     *
     * @return float share of their colours that no function of colour can part, 0…1
     */
    public static function of(array $marks): float
    {
        $counts = [[], []];
        $sums = [0, 0];
        foreach ($marks as $mark) {
            $lab = $mark->colours->in(OkLab::class);
            $side = $mark->wanted ? 1 : 0;
            foreach ($lab->a as $i => $light) {
                $cell = (int) floor($light / self::CELL) << 24 | ((int) floor($lab->b[$i] / self::CELL) + 2048) << 12 | ((int) floor($lab->c[$i] / self::CELL) + 2048);
                $counts[$side][$cell] = ($counts[$side][$cell] ?? 0) + 1;
                ++$sums[$side];
            }
        }
        $common = 0.0;
        foreach ($counts[1] as $cell => $count) {
            $common += min($count / $sums[1], ($counts[0][$cell] ?? 0) / max(1, $sums[0]));
        }

        return $common;
    }
}
