<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;

/** Colour families put together where they are of one hue: shades of one thing, most often. */
final class HueGroups
{
    /** OKLCh chroma up to which a family counts as a grey. */
    private const GREY = 0.03;
    /** Degrees between the hues of two neighbours on the circle from which on they are of different hues. */
    private const APART = 20.0;

    /** @return Families the greys as one, if there are any, then round the circle of hues */
    public static function of(Families $families): Families
    {
        $lch = ColourBlock::of(OkLab::class, array_map($families->typical(...), array_keys($families->groups)))->in(OkLch::class);
        $greys = $hues = [];
        foreach ($families->groups as $family => $components) {
            if ($lch->b[$family] < self::GREY) {
                array_push($greys, ...$components);
            } else {
                $hues[$family] = $lch->c[$family];
            }
        }
        asort($hues);
        $groups = [];
        $last = null;
        foreach ($hues as $family => $hue) {
            if (null === $last || $hue - $last > self::APART) {
                $groups[] = [];
            }
            array_push($groups[array_key_last($groups)], ...$families->groups[$family]);
            $last = $hue;
        }
        // The circle closes.
        if (\count($groups) > 1 && reset($hues) + 360.0 - $last <= self::APART) {
            array_push($groups[0], ...array_pop($groups));
        }

        return new Families($families->model, array_values(array_filter([$greys, ...$groups])));
    }
}
