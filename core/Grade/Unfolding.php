<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Reach\HueWindow;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reach\Window;
use Tovrin\Core\Reach\Windows;

/**
 * The reach of a move with the soft edges of its windows as wide as what is done across them asks for: where a hue is turned by more than two
 * thirds of the width of an edge, hues within the edge would run backwards, and where lightness is moved so, light and dark would change places.
 *
 * Each side is widened by itself, and no further than it has to be. What no width helps is left as it is, and said.
 */
final class Unfolding
{
    /** Hues of the circle that are looked at. */
    private const HUES = 180;
    private const CHROMAS = [0.05, 0.11];
    /** Lightnesses that are looked at along the way from black to white. */
    private const LIGHTS = 101;
    /** Chroma and number of hues at which light and dark are looked at. */
    private const CHROMA = 0.08;
    private const AROUND = 6;
    /** So much running backwards counts as none: degrees of hue, lightness. */
    private const DEGREES = 0.5;
    private const LIGHT = 0.002;
    /** The widest soft edges there are: degrees, lightness. */
    private const HUE_MOST = 180.0;
    private const LIGHT_MOST = 1.0;
    /** Halvings to the width: 2⁻⁷ of the widest. */
    private const HALVINGS = 7;
    /** Chroma below which a hue has no place in an order. */
    private const GREY = 0.012;

    /** @var \WeakMap<Move, self>|null */
    private static ?\WeakMap $known = null;

    /**
     * @param Reach|null $reach as it acts
     * @param float      $hues  degrees of hue that run backwards all the same
     * @param float      $light the same of lightness
     */
    private function __construct(public readonly ?Reach $reach, public readonly float $hues, public readonly float $light)
    {
    }

    /** Worked out once for a move: grades are gone through in many blocks. */
    public static function of(Move $move): self
    {
        self::$known ??= new \WeakMap();

        return self::$known[$move] ??= self::workedOut($move);
    }

    private static function workedOut(Move $move): self
    {
        $reach = $move->reach;
        if (null === $reach || !$reach->widens || null !== $reach->learned || $reach->windows->isOpen() || !$move->acts()) {
            return new self($reach, 0.0, 0.0);
        }
        $windows = $reach->windows;
        $hues = $light = 0.0;
        if (null !== $windows->hue) {
            [$rings, $after] = self::acted($move, self::rings($windows));
            $folds = static fn (HueWindow $hue): float => self::backwards($move, $reach->with(new Windows($hue), Windows::class), $rings, $after, self::HUES, true);
            $window = $windows->hue;
            if ($folds($window) > self::DEGREES) {
                [$from, $to] = self::softest(
                    static fn (float $from, float $to): float => $folds(new HueWindow($window->from, $window->to, $from, $to)) / self::DEGREES,
                    [$window->softFrom, $window->softTo],
                    self::HUE_MOST,
                );
                $windows = new Windows(new HueWindow($window->from, $window->to, $from, $to), $windows->chroma, $windows->light);
                $hues = $folds($windows->hue ?? $window);
            }
        }
        if (null !== $windows->light) {
            [$ramps, $after] = self::acted($move, self::ramps($windows));
            $folds = static fn (Window $light): float => self::backwards($move, $reach->with(new Windows(light: $light), Windows::class), $ramps, $after, self::LIGHTS, false);
            $window = $windows->light;
            if ($folds($window) > self::LIGHT) {
                [$from, $to] = self::softest(
                    static fn (float $from, float $to): float => $folds(new Window($window->from, $window->to, $from, $to)) / self::LIGHT,
                    [$window->softFrom, $window->softTo],
                    self::LIGHT_MOST,
                );
                $windows = new Windows($windows->hue, $windows->chroma, new Window($window->from, $window->to, $from, $to));
                $light = $folds($windows->light ?? $window);
            }
        }

        return new self($reach->with($windows, Windows::class), $hues > self::DEGREES ? $hues : 0.0, $light > self::LIGHT ? $light : 0.0);
    }

    /** Whether some colours still change places. */
    public function folds(): bool
    {
        return $this->hues > 0.0 || $this->light > 0.0;
    }

    /**
     * The least widths of both edges at which nothing folds.
     *
     * @param \Closure(float, float): float $folds 1 and less counts as nothing
     * @param array{float, float}           $given
     *
     * @return array{float, float}
     */
    private static function softest(\Closure $folds, array $given, float $most): array
    {
        // Each side is judged with the other one as wide as it gets, which folds nothing there, or nothing that could be helped.
        $sides = [static fn (float $width): float => $folds($width, $most), static fn (float $width): float => $folds($most, $width)];
        $least = [];
        foreach ($sides as $side => $alone) {
            [$low, $high] = [$given[$side], $most];
            if ($alone($low) <= 1.0) {
                $least[] = $low;
                continue;
            }
            if ($alone($high) > 1.0) {
                // Nothing helps: it stays as it was asked for.
                $least[] = $low;
                continue;
            }
            for ($step = 0; $step < self::HALVINGS; ++$step) {
                $middle = ($low + $high) / 2;
                $alone($middle) > 1.0 ? $low = $middle : $high = $middle;
            }
            $least[] = round($high, 3);
        }

        return $least;
    }

    /** Rings of hues, of some chromas, in the middle of the lights that are let through. */
    private static function rings(Windows $windows): ColourBlock
    {
        $light = null === $windows->light ? 0.6 : max(0.3, min(0.8, ($windows->light->from + $windows->light->to) / 2));
        $colours = [];
        foreach (self::CHROMAS as $chroma) {
            for ($i = 0; $i < self::HUES; ++$i) {
                $colours[] = [$light, $chroma, 360.0 * $i / self::HUES];
            }
        }

        return ColourBlock::of(OkLch::class, $colours);
    }

    /** Ramps from black to white, of some hues that are let through. */
    private static function ramps(Windows $windows): ColourBlock
    {
        $colours = [];
        for ($ramp = 0; $ramp < self::AROUND; ++$ramp) {
            $hue = null === $windows->hue ? 360.0 * $ramp / self::AROUND : $windows->hue->from + $windows->hue->width() * ($ramp + 0.5) / self::AROUND;
            for ($i = 0; $i < self::LIGHTS; ++$i) {
                $colours[] = [$i / (self::LIGHTS - 1), self::CHROMA, $hue];
            }
        }

        return ColourBlock::of(OkLch::class, $colours);
    }

    /** @return array{Colours, ColourBlock} colours, and in OKLab what the move makes of them where it acts in full */
    private static function acted(Move $move, ColourBlock $lch): array
    {
        return [new Colours($lch), $move->kind->apply($lch->in($move->kind::space()))->in(OkLab::class)];
    }

    /** How far hues, or lightnesses, run backwards through an edge where they would not if they were moved alike. */
    private static function backwards(Move $move, Reach $reach, Colours $colours, ColourBlock $after, int $length, bool $byHue): float
    {
        $weights = (new Reach($reach->kinds, $reach->invert))->weights($colours);
        $before = $colours->lab();
        $most = 0.0;
        for ($first = 0, $n = $colours->count(); $first < $n; $first += $length) {
            $back = 0.0;
            $steps = $byHue ? $length : $length - 1;
            for ($k = 0; $k < $steps; ++$k) {
                [$i, $j] = [$first + $k, $first + ($k + 1) % $length];
                [$u, $v] = [$move->amount() * $weights[$i], $move->amount() * $weights[$j]];
                if ($u === $v) {
                    continue;
                }
                // What runs backwards even where the next one is moved alike is the move's own doing.
                $step = static fn (float $weight): float => $byHue
                    ? self::turn(self::mixed($before, $after, $i, $u), self::mixed($before, $after, $j, $weight))
                    : $before->a[$j] + $weight * ($after->a[$j] - $before->a[$j]) - $before->a[$i] - $u * ($after->a[$i] - $before->a[$i]);
                $back += max(0.0, min(0.0, $step($u)) - $step($v));
            }
            $most = max($most, $back);
        }

        return $most;
    }

    /** @return array{float, float} a and b */
    private static function mixed(ColourBlock $before, ColourBlock $after, int $i, float $weight): array
    {
        return [$before->b[$i] + $weight * ($after->b[$i] - $before->b[$i]), $before->c[$i] + $weight * ($after->c[$i] - $before->c[$i])];
    }

    /**
     * Degrees from one hue to the next, upwards; none where one of them is hardly a hue.
     *
     * @param array{float, float} $one   a and b
     * @param array{float, float} $other a and b
     */
    private static function turn(array $one, array $other): float
    {
        if (min(hypot(...$one), hypot(...$other)) < self::GREY) {
            return 0.0;
        }

        return rad2deg(atan2($one[0] * $other[1] - $one[1] * $other[0], $one[0] * $other[0] + $one[1] * $other[1]));
    }
}
