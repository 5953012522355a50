<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Cube\Cube;
use Tovrin\Core\Cube\Lattice;

/** A table filled from few nodes, each standing for those around it: for where no colour of a photo lies, yet one must be found. */
final readonly class CoarseTable
{
    private const NODES = 9;

    /** @var list<list<string>> by coarse level of red and green: words of a whole row of blue */
    private array $rows;

    /** @param \Closure(Colours): array{array<int, float>, array<int, float>, array<int, float>} $finish what is made of nodes */
    public function __construct(\Closure $finish, Passage $passage, private Lattice $lattice)
    {
        $coarse = Lattice::uniform(self::NODES);
        $rows = [];
        for ($red = 0; $red < self::NODES; ++$red) {
            $words = str_split(Cube::words(...$finish($passage->nodes($coarse, $red, $red + 1))), 6);
            for ($green = 0; $green < self::NODES; ++$green) {
                $row = '';
                foreach ($lattice->axes[2] as $blue) {
                    $row .= $words[$green * self::NODES + self::nearest($blue)];
                }
                $rows[$red][$green] = $row;
            }
        }
        $this->rows = array_values(array_map(array_values(...), $rows));
    }

    /** Words of one level of red of the lattice. */
    public function slab(int $red): string
    {
        $rows = $this->rows[self::nearest($this->lattice->axes[0][$red])];
        $slab = '';
        foreach ($this->lattice->axes[1] as $green) {
            $slab .= $rows[self::nearest($green)];
        }

        return $slab;
    }

    private static function nearest(float $value): int
    {
        return (int) round($value * (self::NODES - 1));
    }
}
