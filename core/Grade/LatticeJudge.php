<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Cube\Lattice;
use Tovrin\Core\Cube\Tetrahedra;

/** Tells how far off some colours come out when a grade is looked up on a lattice; only the nodes around them are computed. */
final class LatticeJudge
{
    /** Nodes computed at once. */
    private const BLOCK = 6000;
    /** Share of a lattice's nodes that stay evenly spread when the others are moved. */
    private const EVEN = 0.3;
    private const BINS = 255;

    private readonly ColourBlock $exact;

    /** @var array<int, float> */
    private array $latest = [];

    /** @param array{array<int, float>, array<int, float>, array<int, float>} $colours in the photo's encoding, 0…1 */
    public function __construct(private readonly Grade $grade, private readonly Passage $passage, private readonly array $colours)
    {
        $this->exact = $this->lab($this->finished(...$colours));
    }

    /** @return array<int, float> ΔE00 of each colour from exact evaluation */
    public function differences(Lattice $lattice): array
    {
        $size = $lattice->size;
        $corners = Tetrahedra::around($lattice->places(0, $this->colours[0]), $lattice->places(1, $this->colours[1]), $lattice->places(2, $this->colours[2]), [$size * $size, $size, 1]);
        $nodes = $corners->nodes();
        [$red, $green, $blue] = $lattice->axes;
        $r = $g = $b = [];
        foreach ($nodes as $node) {
            $r[] = $red[intdiv($node, $size * $size)];
            $g[] = $green[intdiv($node, $size) % $size];
            $b[] = $blue[$node % $size];
        }
        $looked = [];
        foreach ($this->finished($r, $g, $b) as $values) {
            $looked[] = $corners->between(array_combine($nodes, $values));
        }

        return $this->latest = DeltaE2000::between($this->exact, $this->lab([$looked[0], $looked[1], $looked[2]]));
    }

    /**
     * How close the nodes of a lattice ought to be: closer where the colours judged last are off.
     *
     * @return array{list<float>, list<float>, list<float>} for Lattice::dense()
     */
    public function densities(Lattice $lattice): array
    {
        return [$this->density($lattice, 0), $this->density($lattice, 1), $this->density($lattice, 2)];
    }

    /** @return list<float> */
    private function density(Lattice $lattice, int $axis): array
    {
        $values = $this->colours[$axis];
        $nodes = $lattice->axes[$axis];
        [$cells] = $lattice->places($axis, $values);
        $error = array_fill(0, $lattice->size - 1, 0.0);
        foreach ($cells as $i => $cell) {
            $error[$cell] += $this->latest[$i] ** 2;
        }
        // Error of the second order in a cell's width is evened out by the cube root of what it is now.
        $weight = [];
        foreach ($error as $cell => $sum) {
            $weight[] = $sum ** (1 / 3);
        }
        $mean = max(1e-12, array_sum($weight));
        $density = array_fill(0, self::BINS, self::EVEN / self::BINS);
        foreach ($weight as $cell => $share) {
            // The cell's share, spread over the bins it covers.
            $from = $nodes[$cell] * self::BINS;
            $to = $nodes[$cell + 1] * self::BINS;
            for ($bin = (int) $from; $bin < $to && $bin < self::BINS; ++$bin) {
                $density[$bin] += (1.0 - self::EVEN) * $share / $mean * (min($to, $bin + 1) - max($from, $bin)) / ($to - $from);
            }
        }

        return array_values($density);
    }

    /**
     * @param array<int, float> $red
     * @param array<int, float> $green
     * @param array<int, float> $blue
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>}
     */
    private function finished(array $red, array $green, array $blue): array
    {
        $r = $g = $b = [];
        for ($at = 0, $n = \count($red); $at < $n; $at += self::BLOCK) {
            [$r[], $g[], $b[]] = Evaluator::into($this->passage->to, $this->grade, $this->passage->source(\array_slice($red, $at, self::BLOCK), \array_slice($green, $at, self::BLOCK), \array_slice($blue, $at, self::BLOCK)));
        }

        return [array_merge(...$r), array_merge(...$g), array_merge(...$b)];
    }

    /** @param array{array<int, float>, array<int, float>, array<int, float>} $finished */
    private function lab(array $finished): ColourBlock
    {
        return $this->passage->to->decode(...$finished)->in(LabD50::class);
    }
}
