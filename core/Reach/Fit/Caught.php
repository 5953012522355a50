<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Reach\Reach;

/** What a reach takes in of a group of colours. */
final class Caught
{
    /** A colour with at least this weight counts as caught. */
    public const LEAST = 0.5;

    /** Share of colours a reach takes in with at least half its weight; null for no colours. */
    public static function share(Reach $reach, ColourBlock $colours): ?float
    {
        $n = $colours->count();
        if (0 === $n) {
            return null;
        }
        $caught = 0;
        foreach ($reach->weights(new Colours($colours)) as $weight) {
            if ($weight >= self::LEAST) {
                ++$caught;
            }
        }

        return $caught / $n;
    }

    public static function of(Reach $reach, ColourBlock $colours): ColourBlock
    {
        $lab = $colours->in(OkLab::class);
        $l = $a = $b = [];
        foreach ($reach->weights(new Colours($colours)) as $i => $weight) {
            if ($weight >= self::LEAST) {
                $l[] = $lab->a[$i];
                $a[] = $lab->b[$i];
                $b[] = $lab->c[$i];
            }
        }

        return new ColourBlock(OkLab::class, $l, $a, $b);
    }
}
