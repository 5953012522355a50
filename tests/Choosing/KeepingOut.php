<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\ColourClusters;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Reach\Fit\Caught;
use Tovrin\Core\Reach\Fit\Rounding;
use Tovrin\Core\Reach\Fit\Samples;
use Tovrin\Core\Reach\HeldColour;
use Tovrin\Core\Reach\HueWindow;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\Window;

/** Keeps held colours out of a reach: by a tighter window where that suffices, by carving where it does not. */
final class KeepingOut
{
    /** The share of wanted samples that keeping something out may cost. */
    private const MAY_COST = 0.03;
    private const CARVE_RADII = [0.03, 0.045, 0.06, 0.08, 0.11];
    /** Families of held colours that are carved out one by one. */
    public const CARVE_MOST = 4;

    /** Keeps held colours out: window edges first, as they stay plain to see, then carving. */
    public static function keepOut(Reach $reach, ColourBlock $wanted, ColourBlock $held): Reach
    {
        $kept = Caught::share($reach, $wanted) ?? 1.0;
        $heldLch = $held->in(OkLch::class);
        $wantedLch = $wanted->in(OkLch::class);
        // Each round takes the one tightening that keeps out most; four edges at most are worth it.
        for ($round = 0; $round < 4 && $wanted->count() > 0; ++$round) {
            $now = Caught::share($reach, $held) ?? 0.0;
            $best = null;
            foreach (self::tightenings($reach, $wantedLch, $heldLch) as $candidate) {
                $out = $now - (Caught::share($candidate, $held) ?? 0.0);
                if ($out > 0.1 && $out > ($best[1] ?? 0.0) && (Caught::share($candidate, $wanted) ?? 1.0) >= $kept - self::MAY_COST) {
                    $best = [$candidate, $out];
                }
            }
            if (null === $best) {
                break;
            }
            $reach = $best[0];
        }
        for ($round = 0; $round < 3; ++$round) {
            $left = Caught::of($reach, $held);
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
            $window = ('light' === $axis ? $reach->windows->light : $reach->windows->chroma) ?? new Window(0.0, $most);
            [$low, $high] = Samples::range($ours, 0.025);
            [$heldLow, $heldHigh] = Samples::range($theirs, 0.05);
            foreach ([0.15, 0.4] as $room) {
                if ($heldHigh > $high) {
                    $gap = max(0.0, $heldLow - $high);
                    $edge = $high + $room * $gap;
                    $candidates[] = self::with($reach, $axis, new Window(min($window->from, $edge), Rounding::tidy($edge), $window->softFrom, Rounding::tidy(max(0.012, min($window->softTo, 0.8 * ($gap - $room * $gap))))));
                }
                if ($heldLow < $low) {
                    $gap = max(0.0, $low - $heldHigh);
                    $edge = $low - $room * $gap;
                    $candidates[] = self::with($reach, $axis, new Window(Rounding::tidy($edge), max($window->to, $edge), Rounding::tidy(max(0.012, min(0.1, 0.8 * ($gap - $room * $gap)))), $window->softTo));
                }
            }
        }
        if (null !== $reach->windows->hue && $reach->windows->hue->width() < 360.0) {
            $from = $reach->windows->hue->from;
            [$low, $high] = Samples::range(self::past($wanted->c, $from), 0.025);
            [$heldLow, $heldHigh] = Samples::range(self::past($held->c, $from), 0.05);
            if ($heldHigh > $high) {
                $soft = max(3.0, min($reach->windows->hue->softTo, 0.7 * ($heldLow - $high)));
                $candidates[] = self::with($reach, 'hue', new HueWindow($from, Rounding::degree($from + max(0.0, $high) + 0.2 * max(0.0, $heldLow - $high)), $reach->windows->hue->softFrom, round($soft, 1)));
            }
            if ($heldLow < $low) {
                $soft = max(3.0, min($reach->windows->hue->softFrom, 0.7 * ($low - $heldHigh)));
                $candidates[] = self::with($reach, 'hue', new HueWindow(Rounding::degree($from + $low - 0.2 * max(0.0, $low - $heldHigh)), $reach->windows->hue->to, round($soft, 1), $reach->windows->hue->softTo));
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

    /**
     * Carves colours out of a reach, whatever it costs: of an inverted one, which is all that its windows are not.
     *
     * @param ColourBlock $held any space
     */
    public static function carvedAway(Reach $reach, ColourBlock $held): Reach
    {
        $left = Caught::of($reach, $held);

        return 0 === $left->count() ? $reach : self::carved($reach, $left, ColourBlock::of(OkLab::class, []), $held, 1.0) ?? $reach;
    }

    /** Carves the held colours out that are still caught, as far as that costs few wanted ones; null when it does not help. */
    private static function carved(Reach $reach, ColourBlock $left, ColourBlock $wanted, ColourBlock $held, float $kept): ?Reach
    {
        $families = ColourClusters::of($left, self::CARVE_MOST, 0.03);
        $before = Caught::share($reach, $held) ?? 0.0;
        $now = $reach;
        foreach ($families->centres as $centre) {
            $colour = Hex::format(...ColourBlock::of(OkLab::class, [$centre])->in(Srgb::class)->at(0));
            $best = null;
            foreach (self::CARVE_RADII as $radius) {
                $candidate = Reach::within($now->windows->hue, $now->windows->chroma, $now->windows->light, $now->invert, [...$now->held, new HeldColour($colour, $radius)]);
                if (\count($candidate->held) > 64 || (Caught::share($candidate, $wanted) ?? 1.0) < $kept - self::MAY_COST) {
                    continue;
                }
                $share = Caught::share($candidate, $held) ?? 0.0;
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

    private static function with(Reach $reach, string $axis, Window|HueWindow $window): Reach
    {
        return Reach::within(
            $window instanceof HueWindow ? $window : $reach->windows->hue,
            'chroma' === $axis && $window instanceof Window ? $window : $reach->windows->chroma,
            'light' === $axis && $window instanceof Window ? $window : $reach->windows->light,
            $reach->invert,
            $reach->held,
        );
    }

    /** What a reach catches of a photo, but for what is close to the held colours. */
    public static function standIns(Reach $reach, ColourBlock $photo, ColourBlock $held): ColourBlock
    {
        $caught = Caught::of($reach, $photo);
        $away = array_fill(0, $caught->count(), 1.0);
        foreach (ColourClusters::of($held, self::CARVE_MOST, 0.03)->centres as $centre) {
            (new HeldColour(Hex::format(...ColourBlock::of(OkLab::class, [$centre])->in(Srgb::class)->at(0)), 0.08))->carve($caught, $away);
        }
        $l = $a = $b = [];
        foreach ($away as $i => $weight) {
            if ($weight >= Caught::LEAST) {
                $l[] = $caught->a[$i];
                $a[] = $caught->b[$i];
                $b[] = $caught->c[$i];
            }
        }

        return new ColourBlock(OkLab::class, $l, $a, $b);
    }
}
