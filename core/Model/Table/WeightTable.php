<?php

declare(strict_types=1);

namespace Tovrin\Core\Model\Table;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Model\Nodes;

/** Weights on a box of the grid in OKLab, linear between its nodes and 0 outside of it. */
final readonly class WeightTable
{
    /**
     * @param array{0: int, 1: int, 2: int} $origin node numbers of the box's first corner
     * @param array{0: int, 1: int, 2: int} $size   nodes along L, a and b; 0 for a table that reaches nothing
     * @param array<int, float>                      $values 0…1, b running fastest, L slowest; 0 on the faces of the box
     */
    public function __construct(public array $origin, public array $size, public array $values)
    {
    }

    /**
     * The weight of each colour: a hot loop.
     *
     * @param ColourBlock $lab OKLab
     *
     * @return list<float>
     */
    public function at(ColourBlock $lab): array
    {
        [$light, $as, $bs] = [$lab->a, $lab->b, $lab->c];
        [$scaleL, $scaleA, $scaleB] = [1.0 / Nodes::STEP[0], 1.0 / Nodes::STEP[1], 1.0 / Nodes::STEP[2]];
        [$fromL, $fromA, $fromB] = $this->origin;
        [$sizeL, $sizeA, $sizeB] = $this->size;
        [$lastL, $lastA, $lastB] = [$sizeL - 1, $sizeA - 1, $sizeB - 1];
        $values = $this->values;
        $slab = $sizeA * $sizeB;
        $weights = [];
        foreach ($light as $n => $l) {
            $x = $l * $scaleL - $fromL;
            $y = $as[$n] * $scaleA - $fromA;
            $z = $bs[$n] * $scaleB - $fromB;
            if ($x < 0.0 || $y < 0.0 || $z < 0.0 || $x >= $lastL || $y >= $lastA || $z >= $lastB) {
                $weights[] = 0.0;
                continue;
            }
            $i = (int) $x;
            $j = (int) $y;
            $k = (int) $z;
            $x -= $i;
            $y -= $j;
            $z -= $k;
            $at = $i * $slab + $j * $sizeB + $k;
            $v = $values[$at];
            $near = $v + $z * ($values[$at + 1] - $v);
            $v = $values[$at + $sizeB];
            $near += $y * ($v + $z * ($values[$at + $sizeB + 1] - $v) - $near);
            $at += $slab;
            $v = $values[$at];
            $far = $v + $z * ($values[$at + 1] - $v);
            $v = $values[$at + $sizeB];
            $far += $y * ($v + $z * ($values[$at + $sizeB + 1] - $v) - $far);
            $weights[] = $near + $x * ($far - $near);
        }

        return $weights;
    }

    public function toBytes(): string
    {
        return pack('l6', ...$this->origin, ...$this->size).pack('e*', ...$this->values);
    }

    public static function fromBytes(string $bytes): ?self
    {
        /** @var array<int, int>|false $head */
        $head = \strlen($bytes) >= 24 ? unpack('l6', $bytes) : false;
        if (false === $head || \strlen($bytes) !== 24 + 8 * $head[4] * $head[5] * $head[6]) {
            return null;
        }
        /** @var array<int, float>|false $values */
        $values = \strlen($bytes) > 24 ? unpack('e*', $bytes, 24) : [];

        return new self([$head[1], $head[2], $head[3]], [$head[4], $head[5], $head[6]], array_values(false === $values ? [] : $values));
    }
}
