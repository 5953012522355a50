<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Model\Points;
use Tovrin\Core\Model\Study;

/**
 * Pots that lead into each other in the photo, as a petal into its rim: they touch, and the colours on the way from the one to the other are there in
 * plenty. Across the edge of a thing there are few of these: the edge is a pixel or two wide.
 */
final class Passages
{
    /** The middle of the way, in parts of it, and how many colours there have to be on it for each pixel along which the two touch. */
    private const MIDDLE = [0.25, 0.75];
    private const PLENTY = 1.2;
    /** OKLab distance from the way, and part of its length, up to which a colour lies on it. */
    private const BESIDE = 0.035;
    private const BESIDE_PART = 0.25;
    /** Pixels along which two pots touch, at least; and for each pixel of the smaller one. */
    private const TOUCH = 25;
    private const TOUCH_PART = 0.02;
    /** Chroma below which a pot is a grey: what leads into shade or into white is no passage between colours. */
    private const GREY = 0.03;

    /** @return list<array{0: int, 1: int}> numbers of the two pots, the smaller first */
    public static function of(Pots $pots, Study $study): array
    {
        $passages = [];
        $points = $study->points();
        $of = array_values(array_filter($pots->ofPixels($study), static fn (int $pot): bool => $pot >= 0));
        foreach (self::touching($pots, $study) as [$one, $other, $touch]) {
            $own = array_keys(array_filter($of, static fn (int $pot): bool => $pot === $one || $pot === $other));
            if (min(self::chroma($pots->centres[$one]), self::chroma($pots->centres[$other])) >= self::GREY && self::between($pots->centres[$one], $pots->centres[$other], $points, $own) >= self::PLENTY * $touch) {
                $passages[] = [$one, $other];
            }
        }

        return $passages;
    }

    /**
     * How many colours there are in the middle of the way from one pot to the other: a hot loop.
     *
     * @param array{0: float, 1: float, 2: float} $one   OKLab
     * @param array{0: float, 1: float, 2: float} $other OKLab
     * @param list<int>                           $own   which of the points are of the one pot or the other
     */
    private static function between(array $one, array $other, Points $points, array $own): int
    {
        $scale = Points::CHROMA_SCALE;
        [$l, $a, $b] = [$other[0] - $one[0], $other[1] - $one[1], $other[2] - $one[2]];
        $length = $l * $l + $a * $a + $b * $b;
        $beside = max(self::BESIDE, self::BESIDE_PART * sqrt($length)) ** 2;
        [$first, $last] = self::MIDDLE;
        $count = 0;
        foreach ($own as $i) {
            $p = $points->x[$i] - $one[0];
            $q = $points->y[$i] / $scale - $one[1];
            $r = $points->z[$i] / $scale - $one[2];
            $t = ($p * $l + $q * $a + $r * $b) / $length;
            if ($t >= $first && $t < $last && $p * $p + $q * $q + $r * $r - $t * $t * $length < $beside) {
                ++$count;
            }
        }

        return $count;
    }

    /** @return list<array{0: int, 1: int, 2: int}> pots that lie side by side in the photo, and along how many pixels */
    private static function touching(Pots $pots, Study $study): array
    {
        $of = $pots->ofPixels($study);
        $sizes = array_fill(0, max(1, $pots->count()), 0);
        $meet = [];
        foreach ($of as $pixel => $pot) {
            if ($pot < 0) {
                continue;
            }
            ++$sizes[$pot];
            foreach ([$pixel % $study->columns < $study->columns - 1 ? $pixel + 1 : -1, $pixel + $study->columns] as $next) {
                $other = $of[$next] ?? -1;
                if ($other >= 0 && $other !== $pot) {
                    $meet[min($pot, $other)][max($pot, $other)] = ($meet[min($pot, $other)][max($pot, $other)] ?? 0) + 1;
                }
            }
        }
        ksort($meet);
        $touching = [];
        foreach ($meet as $one => $others) {
            ksort($others);
            foreach ($others as $other => $count) {
                if ($count >= max(self::TOUCH, self::TOUCH_PART * min($sizes[$one], $sizes[$other]))) {
                    $touching[] = [$one, $other, $count];
                }
            }
        }

        return $touching;
    }

    /** @param array{0: float, 1: float, 2: float} $lab OKLab */
    private static function chroma(array $lab): float
    {
        return hypot($lab[1], $lab[2]);
    }
}
