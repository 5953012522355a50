<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Area\Frame;
use Tovrin\Core\Colour\Colours;

/** The planes of a grade, each once, in the order in which moves first ask for them. */
final readonly class Planes
{
    /** A cube is compiled for each end of each plane: with more of them it would take too long. */
    public const MOST = 3;

    /**
     * @param list<Plane>     $all
     * @param array<int, int> $of  number of the plane by index of the move; none for moves that have none
     */
    private function __construct(public array $all, public array $of)
    {
    }

    /** @param list<int> $watch indices of moves whose planes count even where they change nothing */
    public static function of(Grade $grade, array $watch = []): self
    {
        $all = $of = [];
        foreach ($grade->moves as $index => $move) {
            $plane = $move->acts() || \in_array($index, $watch, true) ? Plane::of($move) : null;
            if (null !== $plane) {
                // Areas and reaches are values: compared by what is in them.
                $known = array_search($plane, $all, false);
                $of[$index] = \is_int($known) ? $known : \count($all);
                if (false === $known) {
                    $all[] = $plane;
                }
            }
        }

        return new self($all, $of);
    }

    public function count(): int
    {
        return \count($this->all);
    }

    /** Whether any of them stands for a softened matte. */
    public function areSoftened(): bool
    {
        foreach ($this->all as $plane) {
            if ($plane->isSoftened()) {
                return true;
            }
        }

        return false;
    }

    /**
     * What the planes are at places of a picture, exactly. Softened mattes need the pixels around: here they are taken as they are.
     *
     * @param array<int, float> $x      in shares of the width, 0…1
     * @param array<int, float> $y      in shares of the height
     * @param Colours           $source the photo's colours there
     *
     * @return list<array<int, float>> one a plane
     */
    public function at(Frame $frame, array $x, array $y, Colours $source): array
    {
        $values = [];
        foreach ($this->all as $plane) {
            $own = $plane->area?->weights($frame, $x, $y, $source) ?? array_fill(0, \count($x), 1.0);
            if (null !== $plane->reach) {
                foreach ($plane->reach->weights($source) as $i => $weight) {
                    $own[$i] *= $weight;
                }
            }
            $values[] = $own;
        }

        return $values;
    }
}
