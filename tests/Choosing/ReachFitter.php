<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Reach\Fit\Caught;
use Tovrin\Core\Reach\Fit\Rounding;
use Tovrin\Core\Reach\Fit\Samples;
use Tovrin\Core\Reach\Reach;

/**
 * Makes a reach from samples of a photo: windows around the wanted colours with outliers cut, soft
 * edges, and the held colours kept out by tightening a window where that suffices and by carving
 * where it does not.
 */
final class ReachFitter
{
    /** Samples that the search for windows and carvings looks at; more only take longer. */
    private const SEARCHED = 1500;
    /** With more in common than this, nothing can be held without losing what is wanted. */
    private const SAME = 0.9;

    /**
     * @param ColourBlock      $wanted colours to be reached, any space; may be empty when there is a base
     * @param ColourBlock      $held   colours that must stay put
     * @param Reach|null       $base   a reach to widen; its windows are kept at least as wide, its held colours stay
     * @param ColourBlock|null $photo  the photo's colour sample: what the base catches of it stands in for wanted samples
     *                                 when only held ones are given
     */
    public static function fit(ColourBlock $wanted, ColourBlock $held, ?Reach $base = null, ?ColourBlock $photo = null): ReachFit
    {
        $words = [];
        $wanted = Samples::withoutStrays($wanted);
        // An inverted reach is fitted as what it leaves alone; what it acts on follows from that.
        $inverted = $base->invert ?? false;
        $start = null === $base ? null : Reach::within($base->windows->hue, $base->windows->chroma, $base->windows->light, false, $base->held);
        // Nothing left alone yet: there is nothing to widen.
        $empty = $inverted && null === $base?->windows->hue && null === $base?->windows->chroma && null === $base?->windows->light;
        $reach = $wanted->count() > 0 ? WindowsAround::around($wanted, $empty ? null : $start, $words) : $start ?? new Reach();
        $overlap = !$inverted && $wanted->count() > 0 && $held->count() > 0 ? Samples::overlap($wanted, $held) : 0.0;
        if ($inverted) {
            $reach = KeepingOut::carvedAway(Reach::within($reach->windows->hue, $reach->windows->chroma, $reach->windows->light, true, $start->held ?? []), $held);
        } elseif ($held->count() > 0) {
            if ($overlap > self::SAME) {
                $words[] = 'What is wanted and what is to stay are the same colours, so nothing was carved out. Mark another part of either.';
            } else {
                $search = $held->thinned(self::SEARCHED);
                $reach = KeepingOut::keepOut($reach, 0 === $wanted->count() && null !== $photo ? KeepingOut::standIns($reach, $photo->thinned(self::SEARCHED), $search) : $wanted->thinned(self::SEARCHED), $search);
            }
        }
        $caughtWanted = Caught::share($reach, $wanted);
        $caughtHeld = Caught::share($reach, $held);
        if ($inverted && null !== $caughtWanted) {
            $words[] = \sprintf('Leaves %s of what was marked alone and acts on everything else.', Rounding::percent(1.0 - $caughtWanted));
        } elseif (null !== $caughtWanted) {
            $words[] = \sprintf('Catches %s of what you chose%s.', Rounding::percent($caughtWanted), null === $caughtHeld ? '' : \sprintf(' and %s of what you held', Rounding::percent($caughtHeld)));
        } elseif (null !== $caughtHeld) {
            $words[] = \sprintf('Still catches %s of what you held.', Rounding::percent($caughtHeld));
        }
        if ($overlap > 0.03 && $overlap <= self::SAME) {
            $words[] = \sprintf('%s of their colours are the same. Draw an area to separate them.', ucfirst(Rounding::percent($overlap)));
        }

        return new ReachFit(self::isEverything($reach) ? null : $reach, $caughtWanted, $caughtHeld, $overlap, $words);
    }

    private static function isEverything(Reach $reach): bool
    {
        return null === $reach->windows->hue && null === $reach->windows->chroma && null === $reach->windows->light && !$reach->invert && [] === $reach->held;
    }
}
