<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Move\Familied;

/** How much each family of a move holds of some colours. */
final class FamilyShares
{
    /**
     * @param Colours $colours inside the gamut; every family is asked, and what they need is converted once
     *
     * @return array<string, float> by family, in their order: the mean of what it holds, 0…1
     */
    public static function of(Familied $kind, Colours $colours): array
    {
        $shares = [];
        foreach (array_keys($kind::families()) as $family) {
            $shares[$family] = array_sum($kind->holding($family, $colours)) / max(1, $colours->count());
        }

        return $shares;
    }
}
