<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\ColourClusters;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Grade\Colours;

/**
 * Makes a reach from samples of a photo: windows around the wanted colours with outliers cut, soft
 * edges, and the held colours kept out by tightening a window where that suffices and by carving
 * where it does not.
 */
final class ReachFitter
{
    /** A colour with at least this weight counts as caught. */
    public const CAUGHT = 0.5;

    /** OKLCh chroma below which a sample says nothing of hue. */
    private const NEUTRAL = 0.02;
    /** With more neutral samples than this share, a hue window would lose them: the reach does without. */
    private const NEUTRAL_SHARE = 0.12;
    /** Share of samples at either end that count as outliers. */
    private const OUTLIERS = 0.01;
    /** The share of wanted samples that keeping something out may cost. */
    private const MAY_COST = 0.03;
    /** Samples that the search for windows and carvings looks at; more only take longer. */
    private const SEARCHED = 1500;
    private const CARVE_RADII = [0.03, 0.045, 0.06, 0.08, 0.11];
    private const CARVE_MOST = 4;
    /** Side of an OKLab cell by which overlap is counted: about what the eye just tells apart. */
    private const OVERLAP_CELL = 0.025;

    /**
     * @param ColourBlock      $wanted colours to be reached, any space; may be empty when there is a base
     * @param ColourBlock      $held   colours that must stay put
     * @param Reach|null       $base   a reach to widen; its windows are kept at least as wide, its held colours stay
     * @param ColourBlock|null $photo  the photo's digest: what the base catches of it stands in for wanted samples
     *                                 when only held ones are given
     */
    public static function fit(ColourBlock $wanted, ColourBlock $held, ?Reach $base = null, ?ColourBlock $photo = null): ReachFit
    {
        $words = [];
        $wanted = self::withoutStrays($wanted);
        $reach = $wanted->count() > 0 ? self::around($wanted, $base, $words) : $base ?? new Reach();
        $overlap = $wanted->count() > 0 && $held->count() > 0 ? self::overlap($wanted, $held) : 0.0;
        if ($held->count() > 0) {
            if ($overlap > 0.9) {
                $words[] = 'What is wanted and what is to stay are the same colours, so nothing was carved out. Mark another part of either.';
            } else {
                $search = $held->thinned(self::SEARCHED);
                $reach = self::keepOut($reach, 0 === $wanted->count() && null !== $photo ? self::standIns($reach, $photo->thinned(self::SEARCHED), $search) : $wanted->thinned(self::SEARCHED), $search);
            }
        }
        $caughtWanted = self::caught($reach, $wanted);
        $caughtHeld = self::caught($reach, $held);
        if (null !== $caughtWanted) {
            $words[] = \sprintf('Catches %s of what was marked as wanted%s.', self::percent($caughtWanted), null === $caughtHeld ? '' : \sprintf(' and %s of what is to stay', self::percent($caughtHeld)));
        } elseif (null !== $caughtHeld) {
            $words[] = \sprintf('Still catches %s of what is to stay.', self::percent($caughtHeld));
        }
        if ($overlap > 0.03 && $overlap <= 0.9) {
            $words[] = \sprintf('%s of their colours are the same: colour alone cannot part those.', ucfirst(self::percent($overlap)));
        }

        return new ReachFit(self::isEverything($reach) ? null : $reach, $caughtWanted, $caughtHeld, $overlap, $words);
    }

    /** Share of colours a reach takes in with at least half its weight; null for no colours. */
    public static function caught(Reach $reach, ColourBlock $colours): ?float
    {
        $n = $colours->count();
        if (0 === $n) {
            return null;
        }
        $caught = 0;
        foreach ($reach->weights(new Colours($colours)) as $weight) {
            if ($weight >= self::CAUGHT) {
                ++$caught;
            }
        }

        return $caught / $n;
    }

    /**
     * The share of colours two groups have in common: the overlap of their distributions over small
     * OKLab cells, 0 (nothing) … 1 (the same).
     */
    public static function overlap(ColourBlock $one, ColourBlock $other): float
    {
        $p = self::distribution($one->in(OkLab::class));
        $q = self::distribution($other->in(OkLab::class));
        $shared = 0.0;
        foreach ($p as $cell => $share) {
            $shared += min($share, $q[$cell] ?? 0.0);
        }

        return $shared;
    }

    /**
     * Leaves out the few samples of quite another hue, or without any, that a hand slipping off the edge of a thing
     * brings in. What is a tenth or more of the samples is no slip.
     */
    private static function withoutStrays(ColourBlock $wanted): ColourBlock
    {
        $lch = $wanted->in(OkLch::class);
        $n = $lch->count();
        $x = $y = 0.0;
        $strong = 0;
        for ($i = 0; $i < $n; ++$i) {
            $x += $lch->b[$i] * cos(deg2rad($lch->c[$i]));
            $y += $lch->b[$i] * sin(deg2rad($lch->c[$i]));
            $strong += $lch->b[$i] >= self::NEUTRAL ? 1 : 0;
        }
        if ($n < 20 || $strong < 0.5 * $n) {
            return $wanted;
        }
        $mean = rad2deg(atan2($y, $x));
        $away = [];
        for ($i = 0; $i < $n; ++$i) {
            $d = $lch->c[$i] - $mean;
            $away[] = abs($d - 360.0 * round($d / 360.0));
        }
        $sorted = $away;
        sort($sorted);
        // Five times the median distance: generous for a shaded thing, far too little for another one.
        $far = max(25.0, 5.0 * $sorted[intdiv($n, 2)]);
        $a = $b = $c = [];
        for ($i = 0; $i < $n; ++$i) {
            if ($lch->b[$i] >= self::NEUTRAL && $away[$i] <= $far) {
                $a[] = $lch->a[$i];
                $b[] = $lch->b[$i];
                $c[] = $lch->c[$i];
            }
        }

        return \count($a) >= 0.88 * $n ? new ColourBlock(OkLch::class, $a, $b, $c) : $wanted;
    }

    /** What a reach catches of a photo, but for what is close to the held colours. */
    private static function standIns(Reach $reach, ColourBlock $photo, ColourBlock $held): ColourBlock
    {
        $caught = self::stillCaught($reach, $photo);
        $away = array_fill(0, $caught->count(), 1.0);
        foreach (ColourClusters::of($held, self::CARVE_MOST, 0.03)->centres as $centre) {
            (new HeldColour(Hex::format(...ColourBlock::of(OkLab::class, [$centre])->in(Srgb::class)->at(0)), 0.08))->carve($caught, $away);
        }
        $l = $a = $b = [];
        foreach ($away as $i => $weight) {
            if ($weight >= self::CAUGHT) {
                $l[] = $caught->a[$i];
                $a[] = $caught->b[$i];
                $b[] = $caught->c[$i];
            }
        }

        return new ColourBlock(OkLab::class, $l, $a, $b);
    }

    /** @param list<string> $words */
    private static function around(ColourBlock $wanted, ?Reach $base, array &$words): Reach
    {
        $lch = $wanted->in(OkLch::class);
        $n = $lch->count();
        $neutral = 0;
        foreach ($lch->b as $chroma) {
            if ($chroma < self::NEUTRAL) {
                ++$neutral;
            }
        }
        $light = self::stretch($lch->a, 0.07, 0.10, 1.0);
        if ($neutral > 0.6 * $n) {
            $words[] = 'This is nearly grey, so its hue says little: the reach rests on lightness and on weak colour instead.';
            [, $top] = self::range($lch->b);
            $chroma = new Window(0.0, $top + 0.008, 0.0, 0.014);

            return self::hull(new Reach(null, $chroma, $light), $base);
        }
        [$least, $most] = self::range($lch->b);
        // A stronger glaze of the same hue is nearly always the same thing; a weaker colour often is not.
        $from = $neutral > self::NEUTRAL_SHARE * $n ? 0.0 : max(0.0, 0.72 * $least - 0.004);
        $to = min(0.5, 1.25 * $most + 0.02);
        $chroma = new Window(self::tidy($from), self::tidy($to), self::tidy(min($from, max(0.01, 0.3 * $from))), 0.04);
        if ($neutral > self::NEUTRAL_SHARE * $n) {
            $words[] = 'Part of this is nearly grey, so hue is left open: the reach rests on lightness and strength.';

            return self::hull(new Reach(null, $chroma, $light), $base);
        }

        return self::hull(new Reach(self::hueWindow($lch), $chroma, $light), $base);
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
            if ($lch->b[$i] >= self::NEUTRAL) {
                $d = $lch->c[$i] - $mean;
                $away[] = $d - 360.0 * round($d / 360.0);
            }
        }
        [$low, $high] = self::range($away);
        $margin = 5.0 + 0.15 * ($high - $low);
        $soft = round(max(8.0, 0.3 * ($high - $low + 2 * $margin)));
        if ($high - $low + 2 * $margin >= 340.0) {
            return new HueWindow(0.0, 360.0);
        }

        return new HueWindow(self::degree($mean + $low - $margin), self::degree($mean + $high + $margin), min(180.0, $soft), min(180.0, $soft));
    }

    /** @param array<int, float> $values */
    private static function stretch(array $values, float $margin, float $soft, float $most): Window
    {
        [$low, $high] = self::range($values);
        $low = max(0.0, $low - $margin);
        $high = min($most, $high + $margin);

        return new Window(self::tidy($low), self::tidy($high), $low <= 0.0 ? 0.0 : $soft, $high >= $most ? 0.0 : $soft);
    }

    /** Widens a reach by what another one takes in. */
    private static function hull(Reach $reach, ?Reach $base): Reach
    {
        if (null === $base) {
            return $reach;
        }

        return new Reach(
            null === $base->hue || null === $reach->hue ? null : self::hullOfHues($base->hue, $reach->hue),
            self::hullOf($base->chroma, $reach->chroma),
            self::hullOf($base->light, $reach->light),
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
            $start = self::degree($last->from - $first->from);
            $width = max($first->width(), $start + $last->width());
            if (null === $best || $width < $best[0]) {
                $best = [$width, $first, $start + $last->width() >= $first->width() ? $last : $first];
            }
        }
        [$width, $first, $last] = $best;

        return $width >= 360.0 ? new HueWindow(0.0, 360.0) : new HueWindow($first->from, self::degree($first->from + $width), $first->softFrom, $last->softTo);
    }

    /** Keeps held colours out: window edges first, as they stay plain to see, then carving. */
    private static function keepOut(Reach $reach, ColourBlock $wanted, ColourBlock $held): Reach
    {
        $kept = self::caught($reach, $wanted) ?? 1.0;
        $heldLch = $held->in(OkLch::class);
        $wantedLch = $wanted->in(OkLch::class);
        // Each round takes the one tightening that keeps out most; four edges at most are worth it.
        for ($round = 0; $round < 4 && $wanted->count() > 0; ++$round) {
            $now = self::caught($reach, $held) ?? 0.0;
            $best = null;
            foreach (self::tightenings($reach, $wantedLch, $heldLch) as $candidate) {
                $out = $now - (self::caught($candidate, $held) ?? 0.0);
                if ($out > 0.1 && $out > ($best[1] ?? 0.0) && (self::caught($candidate, $wanted) ?? 1.0) >= $kept - self::MAY_COST) {
                    $best = [$candidate, $out];
                }
            }
            if (null === $best) {
                break;
            }
            $reach = $best[0];
        }
        for ($round = 0; $round < 3; ++$round) {
            $left = self::stillCaught($reach, $held);
            if ($left->count() <= 0.015 * $held->count()) {
                break;
            }
            $carved = self::carved($reach, $left, $wanted, $held, $kept);
            if (null === $carved) {
                break;
            }
            $reach = $carved;
        }

        return $reach;
    }

    /**
     * Each edge of each window moved in, close to the wanted colours, its soft edge ending before most of the held ones.
     *
     * @return list<Reach>
     */
    private static function tightenings(Reach $reach, ColourBlock $wanted, ColourBlock $held): array
    {
        $candidates = [];
        foreach (['light' => [$wanted->a, $held->a, 1.0], 'chroma' => [$wanted->b, $held->b, 0.5]] as $axis => [$ours, $theirs, $most]) {
            $window = ('light' === $axis ? $reach->light : $reach->chroma) ?? new Window(0.0, $most);
            [$low, $high] = self::range($ours, 0.025);
            [$heldLow, $heldHigh] = self::range($theirs, 0.05);
            foreach ([0.15, 0.4] as $room) {
                if ($heldHigh > $high) {
                    $gap = max(0.0, $heldLow - $high);
                    $edge = $high + $room * $gap;
                    $candidates[] = self::with($reach, $axis, new Window(min($window->from, $edge), self::tidy($edge), $window->softFrom, self::tidy(max(0.012, min($window->softTo, 0.8 * ($gap - $room * $gap))))));
                }
                if ($heldLow < $low) {
                    $gap = max(0.0, $low - $heldHigh);
                    $edge = $low - $room * $gap;
                    $candidates[] = self::with($reach, $axis, new Window(self::tidy($edge), max($window->to, $edge), self::tidy(max(0.012, min(0.1, 0.8 * ($gap - $room * $gap)))), $window->softTo));
                }
            }
        }
        if (null !== $reach->hue && $reach->hue->width() < 360.0) {
            $from = $reach->hue->from;
            [$low, $high] = self::range(self::past($wanted->c, $from), 0.025);
            [$heldLow, $heldHigh] = self::range(self::past($held->c, $from), 0.05);
            if ($heldHigh > $high) {
                $soft = max(3.0, min($reach->hue->softTo, 0.7 * ($heldLow - $high)));
                $candidates[] = self::with($reach, 'hue', new HueWindow($from, self::degree($from + max(0.0, $high) + 0.2 * max(0.0, $heldLow - $high)), $reach->hue->softFrom, round($soft, 1)));
            }
            if ($heldLow < $low) {
                $soft = max(3.0, min($reach->hue->softFrom, 0.7 * ($low - $heldHigh)));
                $candidates[] = self::with($reach, 'hue', new HueWindow(self::degree($from + $low - 0.2 * max(0.0, $low - $heldHigh)), $reach->hue->to, round($soft, 1), $reach->hue->softTo));
            }
        }

        return $candidates;
    }

    /**
     * Hues as degrees past a start; a little before it counts as just before, not as nearly a whole turn after.
     *
     * @param array<int, float> $hues
     *
     * @return array<int, float>
     */
    private static function past(array $hues, float $start): array
    {
        $past = [];
        foreach ($hues as $hue) {
            $past[] = $hue - $start - 360.0 * floor(($hue - $start + 90.0) / 360.0);
        }

        return $past;
    }

    /** Carves the held colours out that are still caught, as far as that costs few wanted ones; null when it does not help. */
    private static function carved(Reach $reach, ColourBlock $left, ColourBlock $wanted, ColourBlock $held, float $kept): ?Reach
    {
        $families = ColourClusters::of($left, self::CARVE_MOST, 0.03);
        $before = self::caught($reach, $held) ?? 0.0;
        $now = $reach;
        foreach ($families->centres as $centre) {
            $colour = Hex::format(...ColourBlock::of(OkLab::class, [$centre])->in(Srgb::class)->at(0));
            $best = null;
            foreach (self::CARVE_RADII as $radius) {
                $candidate = new Reach($now->hue, $now->chroma, $now->light, $now->invert, [...$now->held, new HeldColour($colour, $radius)]);
                if (\count($candidate->held) > 64 || (self::caught($candidate, $wanted) ?? 1.0) < $kept - self::MAY_COST) {
                    continue;
                }
                $share = self::caught($candidate, $held) ?? 0.0;
                if ($share < ($best[1] ?? $before) - 0.002) {
                    $best = [$candidate, $share];
                }
            }
            if (null !== $best) {
                [$now, $before] = $best;
            }
        }

        return $now === $reach ? null : $now;
    }

    private static function stillCaught(Reach $reach, ColourBlock $colours): ColourBlock
    {
        $lab = $colours->in(OkLab::class);
        $l = $a = $b = [];
        foreach ($reach->weights(new Colours($colours)) as $i => $weight) {
            if ($weight >= self::CAUGHT) {
                $l[] = $lab->a[$i];
                $a[] = $lab->b[$i];
                $b[] = $lab->c[$i];
            }
        }

        return new ColourBlock(OkLab::class, $l, $a, $b);
    }

    private static function with(Reach $reach, string $axis, Window|HueWindow $window): Reach
    {
        return new Reach(
            $window instanceof HueWindow ? $window : $reach->hue,
            'chroma' === $axis && $window instanceof Window ? $window : $reach->chroma,
            'light' === $axis && $window instanceof Window ? $window : $reach->light,
            $reach->invert,
            $reach->held,
        );
    }

    private static function isEverything(Reach $reach): bool
    {
        return null === $reach->hue && null === $reach->chroma && null === $reach->light && !$reach->invert && [] === $reach->held;
    }

    /** @return array<int, float> share of the colours in each occupied cell */
    private static function distribution(ColourBlock $lab): array
    {
        $counts = [];
        $n = $lab->count();
        for ($i = 0; $i < $n; ++$i) {
            $key = ((int) floor($lab->a[$i] / self::OVERLAP_CELL) + 256) << 20
                | ((int) floor($lab->b[$i] / self::OVERLAP_CELL) + 256) << 10
                | ((int) floor($lab->c[$i] / self::OVERLAP_CELL) + 256);
            $counts[$key] = ($counts[$key] ?? 0) + 1;
        }

        return array_map(static fn (int $count): float => $count / $n, $counts);
    }

    /**
     * The lowest and the highest value once the outliers at both ends are cut.
     *
     * @param array<int, float> $values
     *
     * @return array{0: float, 1: float}
     */
    private static function range(array $values, float $outliers = self::OUTLIERS): array
    {
        if ([] === $values) {
            return [0.0, 0.0];
        }
        sort($values);
        $cut = (int) floor($outliers * \count($values));

        return [$values[$cut], $values[\count($values) - 1 - $cut]];
    }

    private static function degree(float $hue): float
    {
        return round($hue - 360.0 * floor($hue / 360.0), 1);
    }

    private static function tidy(float $value): float
    {
        return round($value, 4);
    }

    private static function percent(float $share): string
    {
        return $share > 0.0 && $share < 0.01 ? 'less than 1 %' : \sprintf('%d %%', (int) round(100 * $share));
    }
}
