<?php

declare(strict_types=1);

namespace Tovrin\Core\Cube;

/**
 * Where in its encoding a photo has colours at all. Most of the encoding is empty, and nodes of a lattice that no colour lies
 * near are never looked up: they need not be computed exactly.
 */
final readonly class Occupancy
{
    /** Equal parts of each channel. */
    public const BINS = 64;
    /** A part may hold colours up to so much beyond its end: levels of 8 bits do not fall into equal parts. */
    private const BEYOND = 257 / 255;
    /** A byte of a part that has colours, and of one that has none. */
    public const SOME = "\1";
    public const NONE = "\0";

    /** @param string $bins BINS³ bytes SOME or NONE; blue running fastest, red slowest */
    public function __construct(private string $bins)
    {
        if (\strlen($bins) !== self::BINS ** 3) {
            throw new \InvalidArgumentException(\sprintf('Occupancy has %d parts.', self::BINS ** 3));
        }
    }

    /**
     * The nodes around the photo's colours.
     *
     * @return list<list<int>> by level of red: the nodes' numbers, green × size + blue, rising
     */
    public function nodes(Lattice $lattice): array
    {
        $size = $lattice->size;
        $ranges = array_map(self::ranges(...), $lattice->axes);
        $marked = array_fill(0, $size, []);
        $rest = self::BINS * self::BINS;
        for ($red = 0; $red < self::BINS; ++$red) {
            $slab = substr($this->bins, $red * $rest, $rest);
            [$firstRed, $lastRed] = $ranges[0][$red];
            $nodes = [];
            for ($at = strpos($slab, self::SOME); false !== $at; $at = strpos($slab, self::SOME, $at + 1)) {
                [$firstGreen, $lastGreen] = $ranges[1][intdiv($at, self::BINS)];
                [$firstBlue, $lastBlue] = $ranges[2][$at % self::BINS];
                for ($green = $firstGreen; $green <= $lastGreen; ++$green) {
                    for ($blue = $firstBlue, $row = $green * $size; $blue <= $lastBlue; ++$blue) {
                        $nodes[$row + $blue] = true;
                    }
                }
            }
            if ([] !== $nodes) {
                for ($k = $firstRed; $k <= $lastRed; ++$k) {
                    $marked[$k] += $nodes;
                }
            }
        }
        $lists = [];
        foreach ($marked as $nodes) {
            ksort($nodes);
            $lists[] = array_keys($nodes);
        }

        return $lists;
    }

    /**
     * @param list<float> $nodes
     *
     * @return list<array{int, int}> for each part of the channel the first and the last node that a colour in it lies between
     */
    private static function ranges(array $nodes): array
    {
        $top = \count($nodes) - 1;
        $ranges = [];
        for ($bin = 0, $low = 0; $bin < self::BINS; ++$bin) {
            while ($low < $top - 1 && $nodes[$low + 1] <= $bin / self::BINS) {
                ++$low;
            }
            for ($high = $low + 1; $high < $top && $nodes[$high] < self::BEYOND * ($bin + 1) / self::BINS;) {
                ++$high;
            }
            $ranges[] = [$low, $high];
        }

        return $ranges;
    }
}
