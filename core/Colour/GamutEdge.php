<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * The most OKLCh chroma that sRGB can show at a lightness and hue.
 *
 * Scaling a colour of OKLab scales its linear red, green and blue by the third power. So at one hue the colours with an empty channel all have
 * one ratio of chroma to lightness, which a table by hue holds; and a channel is full where, at lightness 1 and the same ratio, it would
 * be the lightness to the power of −3, which is solved for.
 */
final class GamutEdge
{
    /** Entries of the table. */
    private const HUES = 1440;
    /** Halvings to a ratio of the table: 2⁻²⁰. */
    private const HALVINGS = 20;
    /** Steps of the regula falsi at most, as M. Dowell and P. Jarratt have it ("A modified regula falsi method", 1971), and how close is close enough. */
    private const STEPS = 12;
    private const CLOSE = 1e-4;
    /** No colour of sRGB has a larger ratio of chroma to lightness; blue's is 0.69. */
    private const MOST = 1.0;
    private const LEAST = 0.001;
    /** No colour as dark as this has a full channel: blue, the darkest that has one, is at 0.452. */
    private const NEVER_FULL = 0.45;

    /** @var list<float>|null chroma by lightness of what has an empty channel, HUES and the first once more */
    private static ?array $table = null;

    /**
     * @param array<int, float> $light OKLCh L
     * @param array<int, float> $hue   degrees
     *
     * @return array<int, float> at least 0.001, so that it can be divided by
     */
    public static function chromas(array $light, array $hue): array
    {
        $table = self::$table ??= self::build();
        $edge = [];
        $n = \count($light);
        for ($i = 0; $i < $n; ++$i) {
            $l = $light[$i];
            if ($l <= 0.0 || $l >= 1.0) {
                $edge[] = self::LEAST;
                continue;
            }
            $h = $hue[$i] / 360.0;
            $h = ($h - floor($h)) * self::HUES;
            $at = (int) $h;
            $at = $at < self::HUES ? $at : self::HUES - 1;
            $ratio = $table[$at] + ($h - $at) * ($table[$at + 1] - $table[$at]);
            if ($l > self::NEVER_FULL) {
                $angle = $hue[$i] * \M_PI / 180.0;
                $a = cos($angle);
                $b = sin($angle);
                $ratio = self::belowFull($ratio, 0.396337777376175 * $a + 0.2158037573099136 * $b, -0.10556134581565856 * $a - 0.06385417282581334 * $b, -0.08948417752981182 * $a - 1.2914855480194094 * $b, 1.0 / ($l * $l * $l));
            }
            $chroma = $l * $ratio;
            $edge[] = $chroma > self::LEAST ? $chroma : self::LEAST;
        }

        return $edge;
    }

    /**
     * The largest ratio up to one at which the fullest channel, at lightness 1, is no more than something: a hot loop. The cone responses
     * are 1 + ratio × each of the three.
     */
    private static function belowFull(float $ratio, float $l, float $m, float $s, float $full): float
    {
        [$low, $high] = [0.0, $ratio];
        $atLow = 1.0 - $full;
        $atHigh = self::fullest($ratio, $l, $m, $s) - $full;
        if ($atHigh <= 0.0) {
            return $ratio;
        }
        $close = self::CLOSE * $full;
        for ($step = 0, $side = 0; $step < self::STEPS; ++$step) {
            $middle = ($low * $atHigh - $high * $atLow) / ($atHigh - $atLow);
            $at = self::fullest($middle, $l, $m, $s) - $full;
            if ($at < $close && $at > -$close) {
                return $middle;
            }
            // The end that stays counts half, so that it does not stay for ever.
            if ($at > 0.0) {
                $high = $middle;
                $atHigh = $at;
                $atLow = $side > 0 ? $atLow / 2 : $atLow;
                $side = 1;
            } else {
                $low = $middle;
                $atLow = $at;
                $atHigh = $side < 0 ? $atHigh / 2 : $atHigh;
                $side = -1;
            }
        }

        return $low;
    }

    /** The most of linear red, green and blue at lightness 1; coefficients as in OkLab. */
    private static function fullest(float $ratio, float $l, float $m, float $s): float
    {
        $l = 1.0 + $ratio * $l;
        $m = 1.0 + $ratio * $m;
        $s = 1.0 + $ratio * $s;
        $l *= $l * $l;
        $m *= $m * $m;
        $s *= $s * $s;
        $red = 4.076741636075958 * $l - 3.307711539258063 * $m + 0.23096990318210447 * $s;
        $green = -1.268437973285032 * $l + 2.609757349287689 * $m - 0.3413193760026573 * $s;
        $blue = -0.00419607613867548 * $l - 0.7034186179359364 * $m + 1.707614694074612 * $s;
        $most = $red > $green ? $red : $green;

        return $most > $blue ? $most : $blue;
    }

    /** @return list<float> */
    private static function build(): array
    {
        $hue = array_map(static fn (int $i): float => 360.0 * $i / self::HUES, range(0, self::HUES));
        $ones = array_fill(0, self::HUES + 1, 1.0);
        $low = array_fill(0, self::HUES + 1, 0.0);
        $high = array_fill(0, self::HUES + 1, self::MOST);
        for ($step = 0; $step < self::HALVINGS; ++$step) {
            $middle = array_map(static fn (float $low, float $high): float => ($low + $high) / 2, $low, $high);
            $rgb = (new ColourBlock(OkLch::class, $ones, $middle, $hue))->in(LinearSrgb::class);
            foreach ($middle as $i => $ratio) {
                if (min($rgb->a[$i], $rgb->b[$i], $rgb->c[$i]) < 0.0) {
                    $high[$i] = $ratio;
                } else {
                    $low[$i] = $ratio;
                }
            }
        }

        return array_values($low);
    }
}
