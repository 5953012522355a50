<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Reach\Fit\Rounding;
use Tovrin\Core\Reach\Fit\Samples;
use Tovrin\Core\Reach\HueWindow;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\Window;

/** Windows around wanted colours, with soft edges, and widened by a reach that is there already. */
final class WindowsAround
{
    /** With more neutral samples than this share, a hue window would lose them: the reach does without. */
    private const NEUTRAL_SHARE = 0.12;

    /** @param list<string> $words */
    public static function around(ColourBlock $wanted, ?Reach $base, array &$words): Reach
    {
        $lch = $wanted->in(OkLch::class);
        $n = $lch->count();
        $neutral = 0;
        foreach ($lch->b as $chroma) {
            if ($chroma < Samples::NEUTRAL) {
                ++$neutral;
            }
        }
        $light = self::stretch($lch->a, 0.07, 0.10, 1.0);
        if ($neutral > 0.6 * $n) {
            $words[] = 'This is nearly grey, so its hue says little: the reach rests on lightness and on weak colour instead.';
            [, $top] = Samples::range($lch->b);
            $chroma = new Window(0.0, $top + 0.008, 0.0, 0.014);

            return self::hull(Reach::within(null, $chroma, $light), $base);
        }
        [$least, $most] = Samples::range($lch->b);
        // A stronger glaze of the same hue is nearly always the same thing; a weaker colour often is not.
        $from = $neutral > self::NEUTRAL_SHARE * $n ? 0.0 : max(0.0, 0.72 * $least - 0.004);
        $to = min(0.5, 1.25 * $most + 0.02);
        $chroma = new Window(Rounding::tidy($from), Rounding::tidy($to), Rounding::tidy(min($from, max(0.01, 0.3 * $from))), 0.04);
        if ($neutral > self::NEUTRAL_SHARE * $n) {
            $words[] = 'Part of this is nearly grey, so hue is left open: the reach rests on lightness and saturation.';

            return self::hull(Reach::within(null, $chroma, $light), $base);
        }

        return self::hull(Reach::within(self::hueWindow($lch), $chroma, $light), $base);
    }

    /** The stretch of the circle that holds the hues, strong colours counting more, with margins. */
    private static function hueWindow(ColourBlock $lch): HueWindow
    {
        $x = $y = 0.0;
        $n = $lch->count();
        for ($i = 0; $i < $n; ++$i) {
            $x += $lch->b[$i] * cos(deg2rad($lch->c[$i]));
            $y += $lch->b[$i] * sin(deg2rad($lch->c[$i]));
        }
        $mean = rad2deg(atan2($y, $x));
        $away = [];
        for ($i = 0; $i < $n; ++$i) {
            if ($lch->b[$i] >= Samples::NEUTRAL) {
                $d = $lch->c[$i] - $mean;
                $away[] = $d - 360.0 * round($d / 360.0);
            }
        }
        [$low, $high] = Samples::range($away);
        $margin = 5.0 + 0.15 * ($high - $low);
        $soft = round(max(8.0, 0.3 * ($high - $low + 2 * $margin)));
        if ($high - $low + 2 * $margin >= 340.0) {
            return new HueWindow(0.0, 360.0);
        }

        return new HueWindow(Rounding::degree($mean + $low - $margin), Rounding::degree($mean + $high + $margin), min(180.0, $soft), min(180.0, $soft));
    }

    /** @param array<int, float> $values */
    private static function stretch(array $values, float $margin, float $soft, float $most): Window
    {
        [$low, $high] = Samples::range($values);
        $low = max(0.0, $low - $margin);
        $high = min($most, $high + $margin);

        return new Window(Rounding::tidy($low), Rounding::tidy($high), $low <= 0.0 ? 0.0 : $soft, $high >= $most ? 0.0 : $soft);
    }

    /** Widens a reach by what another one takes in. */
    private static function hull(Reach $reach, ?Reach $base): Reach
    {
        if (null === $base) {
            return $reach;
        }

        return Reach::within(
            null === $base->windows->hue || null === $reach->windows->hue ? null : self::hullOfHues($base->windows->hue, $reach->windows->hue),
            self::hullOf($base->windows->chroma, $reach->windows->chroma),
            self::hullOf($base->windows->light, $reach->windows->light),
            $base->invert,
            $base->held,
        );
    }

    private static function hullOf(?Window $one, ?Window $other): ?Window
    {
        if (null === $one || null === $other) {
            return null;
        }

        return new Window(
            min($one->from, $other->from),
            max($one->to, $other->to),
            $one->from <= $other->from ? $one->softFrom : $other->softFrom,
            $one->to >= $other->to ? $one->softTo : $other->softTo,
        );
    }

    /** The shorter stretch of the circle that holds both. */
    private static function hullOfHues(HueWindow $one, HueWindow $other): HueWindow
    {
        $best = null;
        foreach ([[$one, $other], [$other, $one]] as [$first, $last]) {
            $start = Rounding::degree($last->from - $first->from);
            $width = max($first->width(), $start + $last->width());
            if (null === $best || $width < $best[0]) {
                $best = [$width, $first, $start + $last->width() >= $first->width() ? $last : $first];
            }
        }
        [$width, $first, $last] = $best;

        return $width >= 360.0 ? new HueWindow(0.0, 360.0) : new HueWindow($first->from, Rounding::degree($first->from + $width), $first->softFrom, $last->softTo);
    }
}
