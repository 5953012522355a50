<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\Core\Model\Study;
use Tovrin\Core\Reading\Pots;

/** Finds what a reach catches without anybody having marked it. */
final class Unmarked
{
    /** Less of the photo than this is not worth a question. */
    private const LEAST = 0.004;
    /** A patch is part of what was marked when this much of its outline lies against it. */
    private const AGAINST = 0.3;
    private const SPOTS = 8;
    /** Fewer pixels together are noise. */
    private const SPECK = 3;

    /** The largest of it, family by family; null when there is none. */
    public static function largest(LearningResult $result, Study $study, Pots $pots): ?AskView
    {
        $weights = $result->learned->weights($study->colours());
        $caught = [];
        foreach ($study->at as $pixel => $node) {
            $caught[$pixel] = $node >= 0 && $weights[$node] >= 0.5;
        }
        $ofPixels = $pots->ofPixels($study);
        $groups = array_fill(0, $pots->count(), []);
        foreach (self::patches($caught, $result->learner->wantedRegion($result->marks), $study->columns) as $patch) {
            foreach ($patch as $pixel) {
                $groups[$ofPixels[$pixel]][] = $pixel;
            }
        }
        $counts = array_map('count', $groups);
        arsort($counts);
        $pot = array_key_first($counts) ?? 0;
        $share = ($counts[$pot] ?? 0) / $study->count();

        return $share < self::LEAST ? null : new AskView($pot, $pots->names[$pot], $share, self::spots($groups[$pot], $study), $study->columns, $study->rows, Change::mask($groups[$pot], $study));
    }

    /**
     * Patches of caught pixels that strokes did not grow to, but for those that only round off what they grew to.
     *
     * @param array<int, bool> $caught by pixel
     * @param list<float>      $region how surely strokes grew there
     *
     * @return list<list<int>>
     */
    private static function patches(array $caught, array $region, int $columns): array
    {
        $n = \count($caught);
        $seen = array_fill(0, $n, false);
        $patches = [];
        for ($start = 0; $start < $n; ++$start) {
            if ($seen[$start] || !$caught[$start] || $region[$start] >= 0.5) {
                continue;
            }
            $patch = [$start];
            $seen[$start] = true;
            $against = $outline = 0;
            for ($at = 0; $at < \count($patch); ++$at) {
                $pixel = $patch[$at];
                foreach ([$pixel % $columns > 0 ? $pixel - 1 : -1, $pixel % $columns < $columns - 1 ? $pixel + 1 : -1, $pixel - $columns, $pixel + $columns] as $next) {
                    if ($next < 0 || $next >= $n) {
                        continue;
                    }
                    if ($caught[$next] && $region[$next] < 0.5) {
                        if (!$seen[$next]) {
                            $seen[$next] = true;
                            $patch[] = $next;
                        }
                    } else {
                        ++$outline;
                        $against += $region[$next] >= 0.5 ? 1 : 0;
                    }
                }
            }
            if (\count($patch) >= self::SPECK && $against < self::AGAINST * $outline) {
                $patches[] = $patch;
            }
        }

        return $patches;
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
