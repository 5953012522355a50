<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

/**
 * The nodes of a grid in OKLab that lie near some of a photo's colours: a few thousand. What is learned of a photo is worked
 * out on these; everywhere else there is nothing to know.
 */
final readonly class Nodes
{
    /** Of L, a and b: fine enough for weights that rise to one over 0.04. */
    public const STEP = [0.0125, 0.008, 0.008];
    /** Standard deviations from a component's mean that still count as near it. */
    private const NEAR = 4.0;
    /** A component with less than this share has died out. */
    private const LEAST_SHARE = 1e-5;
    /** Added to node numbers of a and b, so that keys are never negative. */
    private const MIDDLE = 512;

    /**
     * @param list<int>       $keys  rising: by L first
     * @param array<int, int> $index which node a key is
     */
    private function __construct(public array $keys, public array $index)
    {
    }

    /** @param array{0: float, 1: float, 2: float} $grain standard deviation of a photo's noise in L, a and b */
    public static function near(Mixture $mixture, array $grain): self
    {
        [$stepL, $stepA, $stepB] = self::STEP;
        $scale = Points::CHROMA_SCALE;
        $blur = [$stepL ** 2 / 12 + $grain[0] ** 2, $scale ** 2 * ($stepA ** 2 / 12 + $grain[1] ** 2), $scale ** 2 * ($stepB ** 2 / 12 + $grain[2] ** 2)];
        $seen = [];
        foreach ($mixture->components as $component) {
            if ($component->share < self::LEAST_SHARE) {
                continue;
            }
            [$xx, $xy, $xz, $yy, $yz, $zz] = $component->covariance;
            $wide = new Gaussian(1.0, $component->mean, [$xx + $blur[0], $xy, $xz, $yy + $blur[1], $yz, $zz + $blur[2]]);
            [$a, $b, $c, $d, $e, $f] = $wide->whitening;
            [$mx, $my, $mz] = $wide->mean;
            $most = self::NEAR ** 2;
            $last = (int) floor(min(1.1, $mx + self::NEAR / $a) / $stepL);
            for ($i = max(0, (int) ceil(($mx - self::NEAR / $a) / $stepL)); $i <= $last; ++$i) {
                $x = $i * $stepL - $mx;
                $u = $a * $x;
                // What of y is left within the ellipsoid, and of z within that.
                $room = sqrt(max(0.0, $most - $u * $u));
                $lastJ = (int) floor(($my + ($room - $b * $x) / $c) / ($scale * $stepA));
                for ($j = (int) ceil(($my + (-$room - $b * $x) / $c) / ($scale * $stepA)); $j <= $lastJ; ++$j) {
                    $y = $j * $scale * $stepA - $my;
                    $v = $b * $x + $c * $y;
                    $rest = sqrt(max(0.0, $most - $u * $u - $v * $v));
                    $shift = $d * $x + $e * $y;
                    $lastK = (int) floor(($mz + ($rest - $shift) / $f) / ($scale * $stepB));
                    for ($k = (int) ceil(($mz + (-$rest - $shift) / $f) / ($scale * $stepB)); $k <= $lastK; ++$k) {
                        $seen[self::key($i, $j, $k)] = true;
                    }
                }
            }
        }
        ksort($seen);

        return self::of(array_keys($seen));
    }

    /** @param list<int> $keys rising */
    public static function of(array $keys): self
    {
        return new self($keys, array_flip($keys));
    }

    public function count(): int
    {
        return \count($this->keys);
    }

    /** Where the nodes lie, sorted as Densities wants them. */
    public function points(): Points
    {
        $x = $y = $z = [];
        foreach ($this->keys as $key) {
            $x[] = ($key >> 20) * self::STEP[0];
            $y[] = ((($key >> 10) & 1023) - self::MIDDLE) * self::STEP[1] * Points::CHROMA_SCALE;
            $z[] = (($key & 1023) - self::MIDDLE) * self::STEP[2] * Points::CHROMA_SCALE;
        }

        return new Points($x, $y, $z);
    }

    /**
     * The node nearest to each colour: a hot loop.
     *
     * @param array<int, float> $light OKLab L
     * @param array<int, float> $a     OKLab a
     * @param array<int, float> $b     OKLab b
     *
     * @return array<int, int> −1 for a colour that lies near none
     */
    public function nearest(array $light, array $a, array $b): array
    {
        [$stepL, $stepA, $stepB] = self::STEP;
        $middle = self::MIDDLE + 0.5;
        $index = $this->index;
        $nearest = [];
        foreach ($light as $i => $l) {
            $key = (int) ($l / $stepL + 0.5) << 20 | (int) ($a[$i] / $stepA + $middle) << 10 | (int) ($b[$i] / $stepB + $middle);
            $nearest[] = $index[$key] ?? -1;
        }

        return $nearest;
    }

    /** @return array{0: int, 1: int, 2: int} numbers of a node along L, a and b */
    public static function place(int $key): array
    {
        return [$key >> 20, (($key >> 10) & 1023) - self::MIDDLE, ($key & 1023) - self::MIDDLE];
    }

    /** OKLab distance between two nodes. */
    public static function distance(int $key, int $other): float
    {
        [$i, $j, $k] = self::place($key);
        [$l, $m, $n] = self::place($other);

        return sqrt(((($i - $l) * self::STEP[0]) ** 2) + ((($j - $m) * self::STEP[1]) ** 2) + ((($k - $n) * self::STEP[2]) ** 2));
    }

    private static function key(int $i, int $j, int $k): int
    {
        return $i << 20 | ($j + self::MIDDLE) << 10 | ($k + self::MIDDLE);
    }
}
