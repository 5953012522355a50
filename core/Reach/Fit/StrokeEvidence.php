<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Model\Growth;
use Tovrin\Core\Model\Study;

/** What strokes on a photo speak for: by themselves, and with what they grow to. */
final class StrokeEvidence
{
    /** What a stroke counts for by itself, at most; what it grows to; and what it does not grow to, for all strokes together, times the square root of how many are wanted. */
    private const STROKE_COUNTS = 15.0;
    private const GROWN_COUNTS = 60.0;
    private const REST_COUNTS = 150.0;
    /** Part of a grown region's count that stays with the stroke itself. */
    private const STROKE_PART = 0.05;
    /** Pixels of the study that a stroke says something of by itself, at least. */
    private const STROKE_PIXELS = 10.0;
    /** Below this a pixel does not belong to a grown region. */
    private const UNSURE = 0.05;
    /** Pixels that a stroke has to grow to for its region to count. */
    private const GROWS = 3.0;
    /** With less of the photo left than this, what is left says nothing. */
    private const LEAST_REST = 0.0025;
    /** Growths that are remembered. */
    private const REMEMBERED = 200;

    /** @var array<string, array{Growth, array<int, array<int, int>>}> by where the mark lies; with how many pixels of each node are at each level */
    private array $growths = [];

    public function __construct(private readonly Study $study)
    {
    }

    /**
     * What the strokes say by themselves.
     *
     * @param array<int, Mark> $marks
     */
    public function alone(array $marks): Evidence
    {
        $evidence = new Evidence();
        foreach ($marks as $mark) {
            $evidence->add($this->spread($mark), min(self::STROKE_COUNTS, (float) $mark->colours->count()), $mark->sign());
        }

        return $evidence;
    }

    /**
     * What they say with what they grow to; what none of them grows to counts against, unless it was wanted before.
     *
     * @param array<int, Mark>  $marks
     * @param list<float>       $known  before all of them, by node
     * @param array<int, float> $trusts how far each growth is to be believed, 0…1, by number of the mark
     */
    public function grown(array $marks, array $known, array $trusts): Evidence
    {
        $evidence = new Evidence();
        $at = $this->study->at;
        $rest = array_fill(0, \count($at), 1.0);
        $wanted = 0;
        foreach ($marks as $number => $mark) {
            $wanted += $mark->wanted ? 1 : 0;
            $region = [];
            if ([] !== $mark->seeds) {
                [$growth, $counts] = $this->grownFrom($mark->seeds);
                $sureness = $growth->sureness(self::opposed($number, $marks));
                $region = self::region($counts, $sureness);
                self::takeOff($rest, $growth->levels, $sureness, $trusts[$number]);
            }
            $total = array_sum($region);
            $grows = $total > self::GROWS;
            $evidence->add($this->spread($mark), self::GROWN_COUNTS * ($grows ? self::STROKE_PART : 1.0), $mark->sign());
            if ($grows) {
                $evidence->add($region, self::GROWN_COUNTS * (1.0 - self::STROKE_PART) * $trusts[$number] / $total, $mark->sign());
            }
        }
        $against = [];
        $total = 0.0;
        foreach ($rest as $pixel => $part) {
            $node = $at[$pixel];
            if ($part > 0.0 && $node >= 0 && $known[$node] <= 0.0) {
                $against[$node] = ($against[$node] ?? 0.0) + $part;
                $total += $part;
            }
        }
        if ($total > self::LEAST_REST * \count($at)) {
            $evidence->add($against, self::REST_COUNTS * sqrt(max(1, $wanted)) / $total, -1.0);
        }

        return $evidence;
    }

    /**
     * The colours of a stroke: above 0 for what is wanted, below for what is not.
     *
     * @return array<int, float> shares by node
     */
    public function signed(Mark $mark): array
    {
        return array_map(static fn (float $share): float => $share * $mark->sign(), $this->spread($mark));
    }

    /**
     * How many pixels a mark says something of, by itself or by what it grows to.
     *
     * @param array<int, Mark> $marks
     *
     * @return array<int, float> by node
     */
    public function said(int $number, array $marks): array
    {
        $said = [];
        if ([] !== $marks[$number]->seeds) {
            [$growth, $counts] = $this->grownFrom($marks[$number]->seeds);
            $said = self::region($counts, $growth->sureness(self::opposed($number, $marks)));
        }
        $count = max(self::STROKE_PIXELS, $marks[$number]->colours->count() / 4);
        foreach ($this->spread($marks[$number]) as $node => $share) {
            $said[$node] = max($said[$node] ?? 0.0, $share * $count);
        }

        return $said;
    }

    /**
     * How surely each pixel of the study belongs to what a mark grew to, by all that were made.
     *
     * @param array<int, Mark> $marks
     *
     * @return list<float> 0…1
     */
    public function sureness(int $number, array $marks): array
    {
        return [] === $marks[$number]->seeds ? array_fill(0, $this->study->count(), 0.0) : $this->grownFrom($marks[$number]->seeds)[0]->surenessOfPixels(self::opposed($number, $marks));
    }

    /**
     * Leaves of the rest of the photo what a mark did not grow to: a hot loop.
     *
     * @param list<float> $rest     by pixel, 0…1
     * @param string      $levels   as in Growth
     * @param list<float> $sureness by level
     */
    private static function takeOff(array &$rest, string $levels, array $sureness, float $trust): void
    {
        $left = array_map(static fn (float $sure): float => 1.0 - $sure * $trust, $sureness);
        for ($pixel = 0, $n = \strlen($levels); $pixel < $n; ++$pixel) {
            $part = $left[\ord($levels[$pixel])];
            if ($part < $rest[$pixel]) {
                $rest[$pixel] = $part;
            }
        }
    }

    /**
     * What a mark grew to.
     *
     * @param array<int, array<int, int>> $counts   pixels, by level and node
     * @param list<float>                 $sureness by level
     *
     * @return array<int, float> pixels, by node
     */
    private static function region(array $counts, array $sureness): array
    {
        $region = [];
        foreach ($sureness as $level => $sure) {
            foreach ($sure > self::UNSURE ? $counts[$level] ?? [] : [] as $node => $count) {
                $region[$node] = ($region[$node] ?? 0.0) + $sure * $count;
            }
        }

        return $region;
    }

    /**
     * @param non-empty-list<int> $seeds
     *
     * @return array{Growth, array<int, array<int, int>>} with how many pixels of each node are at each level
     */
    private function grownFrom(array $seeds): array
    {
        $name = pack('V*', ...$seeds);
        if (!isset($this->growths[$name])) {
            if (\count($this->growths) >= self::REMEMBERED) {
                $this->growths = [];
            }
            $growth = $this->study->tree->from($seeds);
            $counts = [];
            foreach ($this->study->at as $pixel => $node) {
                if ($node >= 0) {
                    $level = \ord($growth->levels[$pixel]);
                    $counts[$level][$node] = ($counts[$level][$node] ?? 0) + 1;
                }
            }
            $this->growths[$name] = [$growth, $counts];
        }

        return $this->growths[$name];
    }

    /**
     * @param array<int, Mark> $marks
     *
     * @return list<list<int>> pixels under the strokes of the other kind
     */
    private static function opposed(int $number, array $marks): array
    {
        $opposed = [];
        foreach ($marks as $one) {
            if ($one->wanted !== $marks[$number]->wanted && [] !== $one->seeds) {
                $opposed[] = $one->seeds;
            }
        }

        return $opposed;
    }

    /**
     * The colours of a stroke by node.
     *
     * @return array<int, float> shares
     */
    private function spread(Mark $mark): array
    {
        $lab = $mark->colours->in(OkLab::class);
        $shares = [];
        $n = 0;
        foreach ($this->study->nodes->nearest($lab->a, $lab->b, $lab->c) as $node) {
            if ($node >= 0) {
                $shares[$node] = ($shares[$node] ?? 0.0) + 1.0;
                ++$n;
            }
        }

        return array_map(static fn (float $count): float => $count / $n, $shares);
    }
}
