<?php

declare(strict_types=1);

namespace Tovrin\Core\Cube;

/**
 * Where the nodes of a cube lie in encoded red, green and blue: at equal steps, or closer together where a photo's colours need it.
 */
final readonly class Lattice
{
    /**
     * Nodes that are not at equal steps lie on this many, so that the curves of an ICC table hit them; the levels of
     * 8 bits are among them.
     */
    public const STEPS = 4080;

    /**
     * @param int<2, max>                                                          $size nodes along each axis
     * @param array{non-empty-list<float>, non-empty-list<float>, non-empty-list<float>} $axes rising from 0 to 1
     */
    private function __construct(public int $size, public array $axes, public bool $isUniform)
    {
    }

    public static function uniform(int $size): self
    {
        if ($size < Cube::MIN_SIZE || $size > Cube::MAX_SIZE) {
            throw new \InvalidArgumentException(Cube::sizeMessage($size));
        }
        $axis = array_map(static fn (int $i): float => $i / ($size - 1), range(0, $size - 1));

        return new self($size, [$axis, $axis, $axis], true);
    }

    /**
     * With nodes as dense as asked for.
     *
     * @param list<list<float>> $densities of red, green and blue, at equal steps over 0…1, not negative: how close the nodes are to be
     */
    public static function dense(int $size, array $densities): self
    {
        if ($size < Cube::MIN_SIZE || $size > Cube::MAX_SIZE || 3 !== \count($densities)) {
            throw new \InvalidArgumentException(Cube::sizeMessage($size));
        }

        return new self($size, [self::axis($size, $densities[0]), self::axis($size, $densities[1]), self::axis($size, $densities[2])], false);
    }

    /**
     * A value's place along an axis: the node at or below it, never the last, and how far it is on to the next, 0…1.
     *
     * @param array<int, float> $values 0…1
     *
     * @return array{array<int, int>, array<int, float>}
     */
    public function places(int $axis, array $values): array
    {
        $nodes = $this->axes[$axis];
        // By a table of steps to nodes instead of a search for each value.
        $node = [];
        for ($i = 0, $k = 0; $i <= self::STEPS; ++$i) {
            while ($k < $this->size - 2 && $nodes[$k + 1] <= ($i + 1e-6) / self::STEPS) {
                ++$k;
            }
            $node[] = $k;
        }
        $index = $rest = [];
        foreach ($values as $value) {
            $k = $node[(int) ($value * self::STEPS)];
            while ($k < $this->size - 2 && $nodes[$k + 1] <= $value) {
                ++$k;
            }
            while ($k > 0 && $nodes[$k] > $value) {
                --$k;
            }
            $index[] = $k;
            $rest[] = ($value - $nodes[$k]) / ($nodes[$k + 1] - $nodes[$k]);
        }

        return [$index, $rest];
    }

    /**
     * @param list<float> $density
     *
     * @return non-empty-list<float>
     */
    private static function axis(int $size, array $density): array
    {
        $bins = \count($density);
        $total = array_sum($density);
        $axis = [0.0];
        $last = 0;
        $reached = 0.0;
        $bin = 0;
        for ($k = 1; $k < $size - 1; ++$k) {
            $wanted = $total * $k / ($size - 1);
            while ($bin < $bins - 1 && $reached + $density[$bin] < $wanted) {
                $reached += $density[$bin];
                ++$bin;
            }
            $at = ($bin + ($density[$bin] > 0.0 ? ($wanted - $reached) / $density[$bin] : 0.0)) / $bins;
            // Each on a step of its own, with room for those to come.
            $last = max($last + 1, min(self::STEPS - ($size - 1 - $k), (int) round($at * self::STEPS)));
            $axis[] = $last / self::STEPS;
        }
        $axis[] = 1.0;

        return $axis;
    }
}
