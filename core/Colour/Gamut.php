<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

use Tovrin\Core\Colour\Encoding\RgbEncoding;
use Tovrin\Core\Colour\Encoding\StandardRgb;

/**
 * Brings finished colours into the gamut of sRGB, or of another encoding, by lowering OKLCh chroma at constant lightness
 * and hue. Done once, after the last move; colours already inside come through untouched.
 */
final class Gamut
{
    /** How far outside 0…1 still counts as inside: rounding noise of the conversions. */
    private const TOLERANCE = 1e-9;

    /** Halvings of the chroma interval: 2⁻²² of the chroma is far below one 16-bit step. */
    private const HALVINGS = 22;
    /** Halvings after which the edge is close enough for Newton's method, and rounds of that. */
    private const BRACKET = 4;
    private const ROUNDS = 2;

    /** OKLab's cone responses, cubed, to linear sRGB; see OkLab. */
    private const TO_LINEAR_SRGB = [
        4.076741636075958, -3.307711539258063, 0.23096990318210447,
        -1.268437973285032, 2.609757349287689, -0.3413193760026573,
        -0.00419607613867548, -0.7034186179359364, 1.707614694074612,
    ];

    /**
     * @param ColourBlock $colours any space
     *
     * @return ColourBlock the same colours in encoded sRGB, each channel in 0…1
     */
    public static function intoSrgb(ColourBlock $colours): ColourBlock
    {
        // From OKLCh the way to linear RGB leads over OKLab, which lowering chroma wants too.
        $known = OkLch::class === $colours->space ? $colours->in(OkLab::class) : $colours;
        $rgb = Srgb::class === $colours->space ? $colours : $known->in(LinearSrgb::class);
        $r = $rgb->a;
        $g = $rgb->b;
        $b = $rgb->c;
        $outside = self::cut($r, $g, $b);
        if ([] !== $outside) {
            [$reds, $greens, $blues] = self::lowerChroma(self::picked($known, $outside), self::TO_LINEAR_SRGB);
            self::cut($reds, $greens, $blues);
            if (Srgb::class === $rgb->space) {
                $mended = (new ColourBlock(LinearSrgb::class, $reds, $greens, $blues))->in(Srgb::class);
                [$reds, $greens, $blues] = [$mended->a, $mended->b, $mended->c];
            }
            foreach ($outside as $k => $i) {
                $r[$i] = $reds[$k];
                $g[$i] = $greens[$k];
                $b[$i] = $blues[$k];
            }
        }

        return (new ColourBlock($rgb->space, $r, $g, $b))->in(Srgb::class);
    }

    /**
     * The same for any encoding.
     *
     * @param ColourBlock $colours any space
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>} encoded red, green and blue, each in 0…1
     */
    public static function into(RgbEncoding $to, ColourBlock $colours): array
    {
        if (StandardRgb::encoding() === $to) {
            $finished = self::intoSrgb($colours);

            return [$finished->a, $finished->b, $finished->c];
        }
        $srgb = $colours->in(LinearSrgb::class);
        $own = $to->linear($srgb);
        [$r, $g, $b] = [$own->a, $own->b, $own->c];
        $outside = self::cut($r, $g, $b);
        if ([] !== $outside) {
            $m = $to->primaries->fromSrgb;
            $coefficients = [];
            for ($i = 0; $i < 9; ++$i) {
                $row = 3 * intdiv($i, 3);
                $coefficients[] = $m[$row] * self::TO_LINEAR_SRGB[$i % 3] + $m[$row + 1] * self::TO_LINEAR_SRGB[3 + $i % 3] + $m[$row + 2] * self::TO_LINEAR_SRGB[6 + $i % 3];
            }
            [$reds, $greens, $blues] = self::lowerChroma(self::picked($colours, $outside), $coefficients);
            // Before encoding: no curve is asked what lies beyond it.
            self::cut($reds, $greens, $blues);
            foreach ($outside as $k => $i) {
                $r[$i] = $reds[$k];
                $g[$i] = $greens[$k];
                $b[$i] = $blues[$k];
            }
        }
        [$r, $g, $b] = $to->encode($r, $g, $b);
        self::cut($r, $g, $b);

        return [$r, $g, $b];
    }

    /**
     * Cuts rounding noise off, and tells which colours lie further outside 0…1 in any channel: a hot loop.
     *
     * @param array<int, float> $r
     * @param array<int, float> $g
     * @param array<int, float> $b
     *
     * @param-out array<int, float> $r
     * @param-out array<int, float> $g
     * @param-out array<int, float> $b
     *
     * @return list<int>
     */
    private static function cut(array &$r, array &$g, array &$b): array
    {
        $low = -self::TOLERANCE;
        $high = 1.0 + self::TOLERANCE;
        $outside = [];
        $n = \count($r);
        for ($i = 0; $i < $n; ++$i) {
            $x = $r[$i];
            $y = $g[$i];
            $z = $b[$i];
            if ($x >= 0.0 && $x <= 1.0 && $y >= 0.0 && $y <= 1.0 && $z >= 0.0 && $z <= 1.0) {
                continue;
            }
            if ($x < $low || $x > $high || $y < $low || $y > $high || $z < $low || $z > $high) {
                $outside[] = $i;
            } else {
                $r[$i] = $x < 0.0 ? 0.0 : ($x > 1.0 ? 1.0 : $x);
                $g[$i] = $y < 0.0 ? 0.0 : ($y > 1.0 ? 1.0 : $y);
                $b[$i] = $z < 0.0 ? 0.0 : ($z > 1.0 ? 1.0 : $z);
            }
        }

        return $outside;
    }

    /** @param list<int> $indices */
    private static function picked(ColourBlock $colours, array $indices): ColourBlock
    {
        $x = $y = $z = [];
        foreach ($indices as $i) {
            $x[] = $colours->a[$i];
            $y[] = $colours->b[$i];
            $z[] = $colours->c[$i];
        }

        return (new ColourBlock($colours->space, $x, $y, $z))->in(OkLab::class);
    }

    /**
     * A hot loop. Along constant hue and lightness the cone responses are L + t·k, with t the share of chroma kept, so that each channel is a cubic
     * polynomial in t: a few halvings find which edge is passed where, Newton's method goes to it.
     *
     * @param ColourBlock $lab OKLab, colours outside the gamut
     * @param list<float> $m   from the cone responses (cubed) to the gamut's linear red, green and blue, row by row
     *
     * @return array{array<int, float>, array<int, float>, array<int, float>} linear red, green and blue of the gamut, on its edge
     */
    private static function lowerChroma(ColourBlock $lab, array $m): array
    {
        [$m0, $m1, $m2, $m3, $m4, $m5, $m6, $m7, $m8] = $m;
        [$light, $green, $blue] = [$lab->a, $lab->b, $lab->c];
        $reds = $greens = $blues = [];
        foreach ($light as $k => $l) {
            if ($l <= 0.0 || $l >= 1.0) {
                $reds[] = $greens[] = $blues[] = $l <= 0.0 ? 0.0 : 1.0;
                continue;
            }
            $p = $green[$k];
            $q = $blue[$k];
            $x = 0.396337777376175 * $p + 0.2158037573099136 * $q;
            $y = -0.10556134581565856 * $p - 0.06385417282581334 * $q;
            $z = -0.08948417752981182 * $p - 1.2914855480194094 * $q;
            $xx = $x * $x;
            $yy = $y * $y;
            $zz = $z * $z;
            $one = 3.0 * $l * $l;
            $two = 3.0 * $l;
            // All channels are the same in a grey.
            $a = $l * $l * $l;
            $rb = $one * ($m0 * $x + $m1 * $y + $m2 * $z);
            $rc = $two * ($m0 * $xx + $m1 * $yy + $m2 * $zz);
            $rd = $m0 * $xx * $x + $m1 * $yy * $y + $m2 * $zz * $z;
            $gb = $one * ($m3 * $x + $m4 * $y + $m5 * $z);
            $gc = $two * ($m3 * $xx + $m4 * $yy + $m5 * $zz);
            $gd = $m3 * $xx * $x + $m4 * $yy * $y + $m5 * $zz * $z;
            $bb = $one * ($m6 * $x + $m7 * $y + $m8 * $z);
            $bc = $two * ($m6 * $xx + $m7 * $yy + $m8 * $zz);
            $bd = $m6 * $xx * $x + $m7 * $yy * $y + $m8 * $zz * $z;
            $inside = 0.0;
            $beyond = 1.0;
            for ($step = 1; $step <= self::HALVINGS; ++$step) {
                $t = 0.5 * ($inside + $beyond);
                $r = $a + $t * ($rb + $t * ($rc + $t * $rd));
                $g = $a + $t * ($gb + $t * ($gc + $t * $gd));
                $b = $a + $t * ($bb + $t * ($bc + $t * $bd));
                if ($r < 0.0 || $r > 1.0 || $g < 0.0 || $g > 1.0 || $b < 0.0 || $b > 1.0) {
                    $beyond = $t;
                } else {
                    $inside = $t;
                }
                if (self::BRACKET !== $step) {
                    continue;
                }
                // The first edge that is passed between the two.
                $edge = $beyond;
                for ($channel = 0; $channel < 3; ++$channel) {
                    if (0 === $channel) {
                        $cb = $rb;
                        $cc = $rc;
                        $cd = $rd;
                    } elseif (1 === $channel) {
                        $cb = $gb;
                        $cc = $gc;
                        $cd = $gd;
                    } else {
                        $cb = $bb;
                        $cc = $bc;
                        $cd = $bd;
                    }
                    $far = $a + $beyond * ($cb + $beyond * ($cc + $beyond * $cd));
                    if ($far >= 0.0 && $far <= 1.0) {
                        continue;
                    }
                    $ca = $far < 0.0 ? $a : $a - 1.0;
                    $near = $ca + $inside * ($cb + $inside * ($cc + $inside * $cd));
                    $far = $far < 0.0 ? $far : $far - 1.0;
                    $t = $inside + ($beyond - $inside) * $near / ($near - $far);
                    for ($round = 0; $round < self::ROUNDS; ++$round) {
                        $slope = $cb + $t * (2.0 * $cc + 3.0 * $t * $cd);
                        $t -= 0.0 === $slope ? 0.0 : ($ca + $t * ($cb + $t * ($cc + $t * $cd))) / $slope;
                    }
                    if ($t < $edge) {
                        $edge = $t;
                    }
                }
                $t = 0.5 * ($inside + $edge);
                $r = $a + $t * ($rb + $t * ($rc + $t * $rd));
                $g = $a + $t * ($gb + $t * ($gc + $t * $gd));
                $b = $a + $t * ($bb + $t * ($bc + $t * $bd));
                if ($r < 0.0 || $r > 1.0 || $g < 0.0 || $g > 1.0 || $b < 0.0 || $b > 1.0) {
                    // Out and in again: near blue the gamut is hollow.
                    continue;
                }
                $r = $a + $edge * ($rb + $edge * ($rc + $edge * $rd));
                $g = $a + $edge * ($gb + $edge * ($gc + $edge * $gd));
                $b = $a + $edge * ($bb + $edge * ($bc + $edge * $bd));
                $low = $r < $g ? ($r < $b ? $r : $b) : ($g < $b ? $g : $b);
                $high = 1.0 - ($r > $g ? ($r > $b ? $r : $b) : ($g > $b ? $g : $b));
                $off = $low < $high ? $low : $high;
                // On the edge, and on none that lies elsewhere; else the halvings go on.
                if ($edge >= $inside && $edge <= $beyond && $off >= -self::TOLERANCE && $off <= self::TOLERANCE) {
                    $inside = $edge;
                    break;
                }
            }
            $reds[] = $a + $inside * ($rb + $inside * ($rc + $inside * $rd));
            $greens[] = $a + $inside * ($gb + $inside * ($gc + $inside * $gd));
            $blues[] = $a + $inside * ($bb + $inside * ($bc + $inside * $bd));
        }

        return [$reds, $greens, $blues];
    }
}
