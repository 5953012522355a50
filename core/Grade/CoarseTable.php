<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Cube\Lattice;

/** A table filled from few nodes, each standing for those around it: for where no colour of a photo lies, yet one must be found. */
final readonly class CoarseTable
{
    private const NODES = 9;

    /** @var list<list<list<string>>> by layer, coarse level of red and of green: words of a whole row of blue */
    private array $rows;

    /**
     * @param \Closure(Colours): array{array<int, float>, array<int, float>, array<int, float>} $finish what is made of nodes: all layers
     * @param int<1, max>                                                                        $layers
     */
    public function __construct(\Closure $finish, int $layers, EncodingTransform $transform, private Lattice $lattice)
    {
        $coarse = Lattice::uniform(self::NODES);
        $rows = [];
        for ($red = 0; $red < self::NODES; ++$red) {
            foreach (Compiler::layered($finish($transform->nodes($coarse, $red, $red + 1)), $layers) as $layer => $slab) {
                $rows[$layer][] = $this->rowsOf(str_split($slab, 6));
            }
        }
        $this->rows = array_values($rows);
    }

    /** Words of one level of red of the lattice. */
    public function slab(int $layer, int $red): string
    {
        $rows = $this->rows[$layer][self::nearest($this->lattice->axes[0][$red])];
        $slab = '';
        foreach ($this->lattice->axes[1] as $green) {
            $slab .= $rows[self::nearest($green)];
        }

        return $slab;
    }

    /**
     * @param list<string> $words of one coarse level of red
     *
     * @return list<string> by coarse level of green
     */
    private function rowsOf(array $words): array
    {
        $rows = [];
        for ($green = 0; $green < self::NODES; ++$green) {
            $row = '';
            foreach ($this->lattice->axes[2] as $blue) {
                $row .= $words[$green * self::NODES + self::nearest($blue)];
            }
            $rows[] = $row;
        }

        return $rows;
    }

    private static function nearest(float $value): int
    {
        return (int) round($value * (self::NODES - 1));
    }
}
