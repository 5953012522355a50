<?php

declare(strict_types=1);

namespace Tovrin\Core\Cube;

/**
 * Which four nodes of a lattice a colour lies between, and how much each counts: tetrahedral interpolation, as every consumer
 * of a cube does it.
 *
 * Source: J. Sakamoto and H. Itooka, US patent 4275413 (1981, expired): six tetrahedra around the grey diagonal, chosen by
 * the order of the three remainders.
 */
final readonly class Tetrahedra
{
    /**
     * @param array<int, int>   $dark  number of the cell's dark corner, for each colour
     * @param array<int, int>   $near  of the corner along the channel with the largest remainder
     * @param array<int, int>   $far   of the corner along the two largest
     * @param array<int, int>   $light of the cell's light corner
     * @param array<int, float> $high  largest remainder, 0…1: the corners count 1 − high, high − middle, middle − low and low
     * @param array<int, float> $middle
     * @param array<int, float> $low
     */
    private function __construct(public array $dark, public array $near, public array $far, public array $light, public array $high, public array $middle, public array $low)
    {
    }

    /**
     * A hot loop.
     *
     * @param array{array<int, int>, array<int, float>} $red     node below and share of the way to the next, by colour
     * @param array{array<int, int>, array<int, float>} $green   the same
     * @param array{array<int, int>, array<int, float>} $blue    the same
     * @param array{int, int, int}                      $strides from a node to the next in red, green, blue
     */
    public static function around(array $red, array $green, array $blue, array $strides): self
    {
        [$strideR, $strideG, $strideB] = $strides;
        [[$ir, $fr], [$ig, $fg], [$ib, $fb]] = [$red, $green, $blue];
        $whole = $strideR + $strideG + $strideB;
        $dark = $near = $far = $light = $high = $middle = $low = [];
        $n = \count($ir);
        for ($i = 0; $i < $n; ++$i) {
            $x = $fr[$i];
            $y = $fg[$i];
            $z = $fb[$i];
            $base = $ir[$i] * $strideR + $ig[$i] * $strideG + $ib[$i] * $strideB;
            // From the cell's dark corner to its light one, along the channel with the largest remainder first.
            if ($x >= $y) {
                if ($y >= $z) {
                    [$p, $q, $h, $m, $l] = [$strideR, $strideR + $strideG, $x, $y, $z];
                } elseif ($x >= $z) {
                    [$p, $q, $h, $m, $l] = [$strideR, $strideR + $strideB, $x, $z, $y];
                } else {
                    [$p, $q, $h, $m, $l] = [$strideB, $strideR + $strideB, $z, $x, $y];
                }
            } elseif ($z >= $y) {
                [$p, $q, $h, $m, $l] = [$strideB, $strideG + $strideB, $z, $y, $x];
            } elseif ($z >= $x) {
                [$p, $q, $h, $m, $l] = [$strideG, $strideG + $strideB, $y, $z, $x];
            } else {
                [$p, $q, $h, $m, $l] = [$strideG, $strideR + $strideG, $y, $x, $z];
            }
            $dark[] = $base;
            $near[] = $base + $p;
            $far[] = $base + $q;
            $light[] = $base + $whole;
            $high[] = $h;
            $middle[] = $m;
            $low[] = $l;
        }

        return new self($dark, $near, $far, $light, $high, $middle, $low);
    }

    /**
     * Values at the colours from values at the nodes.
     *
     * @param array<int, float> $nodes by number of the node; those around the colours at least
     *
     * @return array<int, float>
     */
    public function between(array $nodes): array
    {
        [$dark, $near, $far, $light, $high, $middle, $low] = [$this->dark, $this->near, $this->far, $this->light, $this->high, $this->middle, $this->low];
        $values = [];
        $n = \count($dark);
        for ($i = 0; $i < $n; ++$i) {
            $values[] = (1.0 - $high[$i]) * $nodes[$dark[$i]] + ($high[$i] - $middle[$i]) * $nodes[$near[$i]]
                + ($middle[$i] - $low[$i]) * $nodes[$far[$i]] + $low[$i] * $nodes[$light[$i]];
        }

        return $values;
    }

    /**
     * The same in another of several lattices whose nodes are numbered on.
     *
     * @param array<int, int> $by for each colour
     */
    public function shifted(array $by): self
    {
        [$dark, $near, $far, $light] = [$this->dark, $this->near, $this->far, $this->light];
        foreach ($by as $i => $steps) {
            $dark[$i] += $steps;
            $near[$i] += $steps;
            $far[$i] += $steps;
            $light[$i] += $steps;
        }

        return new self($dark, $near, $far, $light, $this->high, $this->middle, $this->low);
    }

    /** @return list<int> numbers of all nodes that any of the colours lies at, each once */
    public function nodes(): array
    {
        $used = [];
        foreach ([$this->dark, $this->near, $this->far, $this->light] as $corners) {
            foreach ($corners as $node) {
                $used[$node] = true;
            }
        }

        return array_keys($used);
    }
}
