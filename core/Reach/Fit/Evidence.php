<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

/** What speaks for and against nodes being wanted: how much each counts, and what of that is for it. */
final class Evidence
{
    /** @var array<int, float> by node */
    public array $counts = [];
    /** @var array<int, float> of what is wanted (+) and not (−), by node */
    private array $sums = [];

    /**
     * @param array<int, float> $parts by node
     * @param float             $each  what a part of one counts
     * @param float             $sign  +1 for wanted, −1 against
     */
    public function add(array $parts, float $each, float $sign): void
    {
        foreach ($parts as $node => $part) {
            $this->counts[$node] = ($this->counts[$node] ?? 0.0) + $each * $part;
            $this->sums[$node] = ($this->sums[$node] ?? 0.0) + $sign * $each * $part;
        }
    }

    /**
     * What is to be added to what is known: two regressions bring half of it each.
     *
     * @param list<float> $known by node
     *
     * @return array<int, float> by node
     */
    public function targets(array $known): array
    {
        $targets = [];
        foreach ($this->counts as $node => $count) {
            $targets[$node] = ($count > 0.0 ? $this->sums[$node] / $count : 0.0) - $known[$node] / 2;
        }

        return $targets;
    }
}
