<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * Brings finished colours into the sRGB gamut by lowering OKLCh chroma at constant lightness
 * and hue. Done once, after the last move; colours already inside come through untouched.
 */
final class Gamut
{
    /** How far outside 0…1 still counts as inside: rounding noise of the conversions. */
    private const TOLERANCE = 1e-9;

    /** Halvings of the chroma interval: 2⁻²² of the chroma is far below one 16-bit step. */
    private const HALVINGS = 22;

    /**
     * @param ColourBlock $colours any space
     *
     * @return ColourBlock the same colours in encoded sRGB, each channel in 0…1
     */
    public static function intoSrgb(ColourBlock $colours): ColourBlock
    {
        $encoded = Srgb::class === $colours->space;
        $rgb = $encoded ? $colours : $colours->in(LinearSrgb::class);
        $r = $rgb->a;
        $g = $rgb->b;
        $b = $rgb->c;
        $low = -self::TOLERANCE;
        $high = 1.0 + self::TOLERANCE;
        $outside = [];
        $n = \count($r);
        for ($i = 0; $i < $n; ++$i) {
            $x = $r[$i];
            $y = $g[$i];
            $z = $b[$i];
            if ($x < $low || $x > $high || $y < $low || $y > $high || $z < $low || $z > $high) {
                $outside[] = $i;
            }
        }
        if ([] !== $outside) {
            self::lowerChroma($rgb, $outside, $r, $g, $b);
        }
        $finished = (new ColourBlock($rgb->space, $r, $g, $b))->in(Srgb::class);
        $r = $finished->a;
        $g = $finished->b;
        $b = $finished->c;
        for ($i = 0; $i < $n; ++$i) {
            $x = $r[$i];
            $y = $g[$i];
            $z = $b[$i];
            // Only rounding noise is left to cut off here.
            if ($x < 0.0) {
                $r[$i] = 0.0;
            } elseif ($x > 1.0) {
                $r[$i] = 1.0;
            }
            if ($y < 0.0) {
                $g[$i] = 0.0;
            } elseif ($y > 1.0) {
                $g[$i] = 1.0;
            }
            if ($z < 0.0) {
                $b[$i] = 0.0;
            } elseif ($z > 1.0) {
                $b[$i] = 1.0;
            }
        }

        return new ColourBlock(Srgb::class, $r, $g, $b);
    }

    /**
     * @param ColourBlock $rgb     linear or encoded sRGB; $r, $g, $b are its channels, to be mended
     * @param list<int>   $outside indices of the colours to mend
     * @param array<int, float> $r
     * @param array<int, float> $g
     * @param array<int, float> $b
     *
     * @param-out array<int, float> $r
     * @param-out array<int, float> $g
     * @param-out array<int, float> $b
     */
    private static function lowerChroma(ColourBlock $rgb, array $outside, array &$r, array &$g, array &$b): void
    {
        $x = $y = $z = [];
        foreach ($outside as $i) {
            $x[] = $r[$i];
            $y[] = $g[$i];
            $z[] = $b[$i];
        }
        $lab = (new ColourBlock($rgb->space, $x, $y, $z))->in(OkLab::class);
        $light = $lab->a;
        $green = $lab->b;
        $blue = $lab->c;
        $n = \count($light);
        for ($k = 0; $k < $n; ++$k) {
            $l = $light[$k];
            if ($l <= 0.0 || $l >= 1.0) {
                $light[$k] = $l <= 0.0 ? 0.0 : 1.0;
                $green[$k] = 0.0;
                $blue[$k] = 0.0;
                continue;
            }
            $p = $green[$k];
            $q = $blue[$k];
            // Along constant hue and lightness the cone responses are L + t·k, with t the share of chroma kept.
            $kl = 0.396337777376175 * $p + 0.2158037573099136 * $q;
            $km = -0.10556134581565856 * $p - 0.06385417282581334 * $q;
            $ks = -0.08948417752981182 * $p - 1.2914855480194094 * $q;
            $inside = 0.0;
            $beyond = 1.0;
            for ($step = 0; $step < self::HALVINGS; ++$step) {
                $t = 0.5 * ($inside + $beyond);
                $cl = $l + $t * $kl;
                $cm = $l + $t * $km;
                $cs = $l + $t * $ks;
                $cl = $cl * $cl * $cl;
                $cm = $cm * $cm * $cm;
                $cs = $cs * $cs * $cs;
                $cr = 4.076741636075958 * $cl - 3.307711539258063 * $cm + 0.23096990318210447 * $cs;
                $cg = -1.268437973285032 * $cl + 2.609757349287689 * $cm - 0.3413193760026573 * $cs;
                $cb = -0.00419607613867548 * $cl - 0.7034186179359364 * $cm + 1.707614694074612 * $cs;
                if ($cr < 0.0 || $cr > 1.0 || $cg < 0.0 || $cg > 1.0 || $cb < 0.0 || $cb > 1.0) {
                    $beyond = $t;
                } else {
                    $inside = $t;
                }
            }
            $green[$k] = $p * $inside;
            $blue[$k] = $q * $inside;
        }
        $mended = (new ColourBlock(OkLab::class, $light, $green, $blue))->in($rgb->space);
        foreach ($outside as $k => $i) {
            $r[$i] = $mended->a[$k];
            $g[$i] = $mended->b[$k];
            $b[$i] = $mended->c[$k];
        }
    }
}
