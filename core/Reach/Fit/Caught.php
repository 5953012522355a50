<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\ColourClusters;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Reach\HeldColour;
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

    /** What a reach catches of a photo, but for what is close to the held colours. */
    public static function standIns(Reach $reach, ColourBlock $photo, ColourBlock $held): ColourBlock
    {
        $caught = self::of($reach, $photo);
        $away = array_fill(0, $caught->count(), 1.0);
        foreach (ColourClusters::of($held, KeepingOut::CARVE_MOST, 0.03)->centres as $centre) {
            (new HeldColour(Hex::format(...ColourBlock::of(OkLab::class, [$centre])->in(Srgb::class)->at(0)), 0.08))->carve($caught, $away);
        }
        $l = $a = $b = [];
        foreach ($away as $i => $weight) {
            if ($weight >= self::LEAST) {
                $l[] = $caught->a[$i];
                $a[] = $caught->b[$i];
                $b[] = $caught->c[$i];
            }
        }

        return new ColourBlock(OkLab::class, $l, $a, $b);
    }
}
