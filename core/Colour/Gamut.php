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
        $encoded = Srgb::class === $colours->space;
        $rgb = $encoded ? $colours : $colours->in(LinearSrgb::class);
        $r = $rgb->a;
        $g = $rgb->b;
        $b = $rgb->c;
        $outside = self::outside($r, $g, $b);
        if ([] !== $outside) {
            $mended = self::lowerChroma(self::picked($rgb, $outside), self::TO_LINEAR_SRGB)->in($rgb->space);
            foreach ($outside as $k => $i) {
                $r[$i] = $mended->a[$k];
                $g[$i] = $mended->b[$k];
                $b[$i] = $mended->c[$k];
            }
        }
        $finished = (new ColourBlock($rgb->space, $r, $g, $b))->in(Srgb::class);
        [$r, $g, $b] = [$finished->a, $finished->b, $finished->c];
        self::cutNoise($r);
        self::cutNoise($g);
        self::cutNoise($b);

        return new ColourBlock(Srgb::class, $r, $g, $b);
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
        $outside = self::outside($r, $g, $b);
        if ([] !== $outside) {
            $m = $to->primaries->fromSrgb;
            $coefficients = [];
            for ($i = 0; $i < 9; ++$i) {
                $row = 3 * intdiv($i, 3);
                $coefficients[] = $m[$row] * self::TO_LINEAR_SRGB[$i % 3] + $m[$row + 1] * self::TO_LINEAR_SRGB[3 + $i % 3] + $m[$row + 2] * self::TO_LINEAR_SRGB[6 + $i % 3];
            }
            $mended = $to->linear(self::lowerChroma(self::picked($srgb, $outside), $coefficients));
            foreach ($outside as $k => $i) {
                $r[$i] = $mended->a[$k];
                $g[$i] = $mended->b[$k];
                $b[$i] = $mended->c[$k];
            }
        }
        // Before encoding: no curve is asked what lies beyond it.
        self::cutNoise($r);
        self::cutNoise($g);
        self::cutNoise($b);
        [$r, $g, $b] = $to->encode($r, $g, $b);
        self::cutNoise($r);
        self::cutNoise($g);
        self::cutNoise($b);

        return [$r, $g, $b];
    }

    /**
     * Which colours lie outside 0…1 in any channel.
     *
     * @param array<int, float> $r
     * @param array<int, float> $g
     * @param array<int, float> $b
     *
     * @return list<int>
     */
    private static function outside(array $r, array $g, array $b): array
    {
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
     * Only rounding noise is left to cut off.
     *
     * @param array<int, float> $values
     *
     * @param-out array<int, float> $values
     */
    private static function cutNoise(array &$values): void
    {
        $n = \count($values);
        for ($i = 0; $i < $n; ++$i) {
            if ($values[$i] < 0.0) {
                $values[$i] = 0.0;
            } elseif ($values[$i] > 1.0) {
                $values[$i] = 1.0;
            }
        }
    }

    /**
     * @param ColourBlock $lab OKLab, colours outside the gamut
     * @param list<float> $m   from the cone responses (cubed) to the gamut's linear red, green and blue, row by row
     *
     * @return ColourBlock OKLab, on the gamut's edge
     */
    private static function lowerChroma(ColourBlock $lab, array $m): ColourBlock
    {
        [$m0, $m1, $m2, $m3, $m4, $m5, $m6, $m7, $m8] = $m;
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
                $cr = $m0 * $cl + $m1 * $cm + $m2 * $cs;
                $cg = $m3 * $cl + $m4 * $cm + $m5 * $cs;
                $cb = $m6 * $cl + $m7 * $cm + $m8 * $cs;
                if ($cr < 0.0 || $cr > 1.0 || $cg < 0.0 || $cg > 1.0 || $cb < 0.0 || $cb > 1.0) {
                    $beyond = $t;
                } else {
                    $inside = $t;
                }
            }
            $green[$k] = $p * $inside;
            $blue[$k] = $q * $inside;
        }

        return new ColourBlock(OkLab::class, $light, $green, $blue);
    }
}
