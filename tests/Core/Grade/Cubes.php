<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Grade;

use Tovrin\Core\Cube\Cube;

/** What the screen does with drafts, and how far that is from others. */
final class Cubes
{
    /** @param float $share of the other one, 0…1 */
    public static function mixed(Cube $one, Cube $other, float $share): Cube
    {
        $mixed = [];
        foreach ([[$one->red, $other->red], [$one->green, $other->green], [$one->blue, $other->blue]] as [$a, $b]) {
            $mixed[] = array_map(static fn (int $i): float => $a[$i] + $share * ($b[$i] - $a[$i]), array_keys($a));
        }

        return new Cube($one->size, ...$mixed);
    }

    /** @return list<float> by how much nodes differ, the channel that differs most */
    public static function apart(Cube $one, Cube $other): array
    {
        return array_map(
            static fn (int $i): float => max(abs($one->red[$i] - $other->red[$i]), abs($one->green[$i] - $other->green[$i]), abs($one->blue[$i] - $other->blue[$i])),
            array_keys($one->red),
        );
    }
}
