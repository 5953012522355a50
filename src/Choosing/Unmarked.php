<?php

declare(strict_types=1);

namespace Tovrin\App\Choosing;

use Tovrin\App\View\AskView;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Reading\Pots;

/** Finds what a reach catches without anybody having marked it. */
final class Unmarked
{
    /** Less of the photo than this is not worth a question. */
    private const LEAST = 0.004;
    /** A pot is marked when this much of it belongs to what strokes grew to, or this much of a stroke lies in it. */
    private const MARKED = 0.15;
    private const STROKE_IN = 0.25;
    private const SPOTS = 8;

    /** The largest of it, family by family; null when there is none. */
    public static function largest(Taught $taught, Study $study, Pots $pots): ?AskView
    {
        $region = $taught->learner->region($taught->marks, true);
        $weights = $taught->learned->weights($study->colours());
        $ofPixels = $pots->ofPixels();
        $caught = array_fill(0, $pots->count(), []);
        $marked = $all = array_fill(0, $pots->count(), 0);
        foreach ($ofPixels as $pixel => $pot) {
            if ($pot < 0) {
                continue;
            }
            ++$all[$pot];
            if ($region[$pixel] >= 0.5) {
                ++$marked[$pot];
            } elseif ($weights[$study->at[$pixel]] >= 0.5) {
                $caught[$pot][] = $pixel;
            }
        }
        foreach ($taught->marks as $mark) {
            if ($mark->wanted) {
                $in = array_count_values($pots->membership($mark->colours));
                foreach ($in as $pot => $count) {
                    if ($count >= self::STROKE_IN * $mark->colours->count()) {
                        $marked[$pot] = $all[$pot];
                    }
                }
            }
        }
        $best = null;
        foreach ($caught as $pot => $pixels) {
            $share = \count($pixels) / $study->count();
            if ($share >= self::LEAST && $marked[$pot] < self::MARKED * $all[$pot] && $share > ($best[1] ?? 0.0)) {
                $best = [$pot, $share, $pixels];
            }
        }

        return null === $best ? null : new AskView($best[0], $pots->names[$best[0]], $best[1], self::spots($best[2], $study));
    }

    /**
     * Places within a group of pixels, well inside where there is an inside.
     *
     * @param list<int> $pixels
     *
     * @return non-empty-list<array{0: float, 1: float}>
     */
    private static function spots(array $pixels, Study $study): array
    {
        $in = array_flip($pixels);
        $columns = $study->columns;
        $inner = array_values(array_filter($pixels, static fn (int $p): bool => isset($in[$p - 1], $in[$p + 1], $in[$p - $columns], $in[$p + $columns])));
        $from = \count($inner) >= self::SPOTS ? $inner : $pixels;
        $spots = [];
        $n = min(self::SPOTS, \count($from));
        for ($i = 0; $i < $n; ++$i) {
            $pixel = $from[intdiv((2 * $i + 1) * \count($from), 2 * $n)];
            $spots[] = [round(($pixel % $columns + 0.5) / $columns, 4), round((intdiv($pixel, $columns) + 0.5) / $study->rows, 4)];
        }
        \assert([] !== $spots);

        return $spots;
    }
}
