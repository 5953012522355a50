<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Model\Families;
use Tovrin\Core\Model\HueGroups;
use Tovrin\Core\Move\ActsByHue;
use Tovrin\Core\Move\ActsOnPots;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\Reach;

/** Where what a move does ends: along these a pixel may be of a colour that is changed and one that is not, or is otherwise, at once. */
final class Borders
{
    /** @return list<Reach> what lies on the one side of each: the move's reach, and the photo's colour families that it changes by itself */
    public static function of(Move $move): array
    {
        $reaches = null === $move->reach ? [] : [$move->reach];
        if ($move->kind instanceof ActsOnPots && null !== ($families = $move->kind->pots()->families)) {
            foreach ($move->kind->changedPots() as $pot) {
                $reaches[] = self::around($families, $pot);
            }
        }

        return $reaches;
    }

    /** Whether what it does ends where the photo's own colours do, whichever these are. */
    public static function areThePhotos(Move $move): bool
    {
        return $move->kind instanceof ActsByHue && null === $move->reach;
    }

    /**
     * The borders of a photo's own colours, as far as they are of different hues.
     *
     * @return list<Reach> what lies on the one side of each
     */
    public static function between(Families $families): array
    {
        $groups = HueGroups::of($families);
        $shares = array_map($groups->share(...), array_keys($groups->groups));
        arsort($shares);

        // Where the largest ends, one of the others does.
        return array_map(static fn (int $group): Reach => self::around($groups, $group), \array_slice(array_keys($shares), 1));
    }

    private static function around(Families $families, int $family): Reach
    {
        return new Reach([Learned::around($families->model, 0, $families->groups[$family])]);
    }
}
