<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

/**
 * What a stroke may have meant beyond itself: regions that hang together with it, each inside the next, and how likely the thing
 * ends at each of them.
 */
final class Growth
{
    /** Regions below this share of the picture are too small for their leaps to mean anything. */
    private const LEAST = 0.001;
    /** A region that takes more of the picture than this has rarely stopped at an edge. */
    private const LARGE = 0.4;
    private const LARGE_COUNTS = 0.3;

    /** @var list<float> how likely the thing ends where each region does, in no unit */
    private readonly array $ends;

    /**
     * @param string $levels a byte for each pixel: the number of the smallest region it is in, 0…$count; $count for none
     * @param int    $count  of regions, at most 255
     */
    public function __construct(public readonly string $levels, public readonly int $count)
    {
        $sizes = count_chars($levels);
        $n = \strlen($levels);
        $ends = [];
        $area = $sizes[0];
        // What no threshold runs over at all is an edge too: the last leap is to the whole picture.
        for ($level = 0; $level < $count; ++$level) {
            $next = $area + $sizes[$level + 1];
            $leap = $area > max(2.0, self::LEAST * $n) ? log($next / $area) : 0.0;
            $ends[] = $area > self::LARGE * $n ? self::LARGE_COUNTS * $leap : $leap;
            $area = $next;
        }
        $this->ends = $ends;
    }

    /**
     * How surely what lies in each region belongs with the stroke. The larger the leap from a region to the next, the likelier the thing
     * ended there; a region that runs over a stroke of the other kind is the less likely the more of that stroke lies in it.
     *
     * @param list<list<int>> $opposed pixels under each stroke of the other kind
     *
     * @return list<float> by level, 0…1; the last is for what is in no region
     */
    public function sureness(array $opposed = []): array
    {
        $ends = $this->ends;
        foreach (array_filter($opposed) as $pixels) {
            $within = array_fill(0, $this->count + 1, 0);
            foreach ($pixels as $pixel) {
                ++$within[\ord($this->levels[$pixel])];
            }
            for ($level = 0, $sum = 0; $level < $this->count; ++$level) {
                $sum += $within[$level];
                $ends[$level] *= (1.0 - $sum / \count($pixels)) ** 2;
            }
        }
        $total = array_sum($ends);
        if ($total <= 1e-9) {
            // Without an edge anywhere nothing says where it ends; between strokes of the other kind the smallest region is left.
            $total = [] === $opposed ? 0.0 : 1.0;
            $ends = [$total, ...array_fill(0, $this->count - 1, 0.0)];
        }
        $sure = array_fill(0, $this->count + 1, 0.0);
        for ($level = $this->count - 1, $sum = 0.0; $level >= 0 && $total > 0.0; --$level) {
            $sum += $ends[$level] / $total;
            $sure[$level] = $sum;
        }

        return array_values($sure);
    }

    /**
     * How surely each pixel belongs with the stroke.
     *
     * @param list<list<int>> $opposed as for sureness()
     *
     * @return list<float> by pixel, 0…1
     */
    public function surenessOfPixels(array $opposed = []): array
    {
        $sure = $this->sureness($opposed);
        $pixels = [];
        for ($i = 0, $n = \strlen($this->levels); $i < $n; ++$i) {
            $pixels[] = $sure[\ord($this->levels[$i])];
        }

        return $pixels;
    }
}
