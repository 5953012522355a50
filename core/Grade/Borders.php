<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Move\ActsOnPots;
use Tovrin\Core\Reach\Learned;
use Tovrin\Core\Reach\Reach;

/** Where what a move does ends: along these a pixel may be of a colour that is changed and one that is not, at once. */
final class Borders
{
    /** @return list<Reach> what lies on the one side of each: the move's reach, and the photo's colour families that it changes by itself */
    public static function of(Move $move): array
    {
        $reaches = null === $move->reach ? [] : [$move->reach];
        if ($move->kind instanceof ActsOnPots && null !== ($families = $move->kind->pots()->families)) {
            foreach ($move->kind->changedPots() as $pot) {
                $reaches[] = new Reach([Learned::around($families->model, 0, $families->groups[$pot])]);
            }
        }

        return $reaches;
    }
}
