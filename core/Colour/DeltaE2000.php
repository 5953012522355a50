<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * The CIEDE2000 colour difference.
 *
 * Source: CIE 142:2001 in the formulation of G. Sharma, W. Wu and E. N. Dalal, "The CIEDE2000
 * color-difference formula: implementation notes, supplementary test data, and mathematical
 * observations", Color Research and Application 30 (2005), with kL = kC = kH = 1.
 */
final class DeltaE2000
{
    /** By how much colours near grey are treated otherwise; chroma 25, as in the standard. */
    private const GREY = 25.0 ** 7;

    /**
     * The difference of each pair of colours.
     *
     * @param ColourBlock $one   any space; as many colours as $other
     * @param ColourBlock $other any space
     *
     * @return array<int, float> ΔE00, 0 for equal colours
     */
    public static function between(ColourBlock $one, ColourBlock $other): array
    {
        if ($one->count() !== $other->count()) {
            throw new \InvalidArgumentException('Colour differences need two blocks of the same length.');
        }
        $p = $one->in(LabD50::class);
        $q = $other->in(LabD50::class);
        $out = [];
        $n = $p->count();
        for ($i = 0; $i < $n; ++$i) {
            $out[] = self::ofLab($p->a[$i], $p->b[$i], $p->c[$i], $q->a[$i], $q->b[$i], $q->c[$i]);
        }

        return $out;
    }

    private static function ofLab(float $l1, float $a1, float $b1, float $l2, float $a2, float $b2): float
    {
        $c7 = ((sqrt($a1 * $a1 + $b1 * $b1) + sqrt($a2 * $a2 + $b2 * $b2)) / 2.0) ** 7.0;
        $g = 0.5 * (1.0 - sqrt($c7 / ($c7 + self::GREY)));
        $a1 *= 1.0 + $g;
        $a2 *= 1.0 + $g;
        $chroma1 = sqrt($a1 * $a1 + $b1 * $b1);
        $chroma2 = sqrt($a2 * $a2 + $b2 * $b2);
        $hue1 = self::hue($a1, $b1);
        $hue2 = self::hue($a2, $b2);

        $deltaL = $l2 - $l1;
        $deltaC = $chroma2 - $chroma1;
        $turn = 0.0;
        $meanHue = $hue1 + $hue2;
        if (0.0 !== $chroma1 * $chroma2) {
            $turn = $hue2 - $hue1;
            if ($turn > 180.0) {
                $turn -= 360.0;
            } elseif ($turn < -180.0) {
                $turn += 360.0;
            }
            if (abs($hue1 - $hue2) <= 180.0) {
                $meanHue /= 2.0;
            } else {
                $meanHue = ($meanHue < 360.0 ? $meanHue + 360.0 : $meanHue - 360.0) / 2.0;
            }
        }
        $deltaH = 2.0 * sqrt($chroma1 * $chroma2) * sin(deg2rad($turn / 2.0));

        $meanL = ($l1 + $l2) / 2.0;
        $meanC = ($chroma1 + $chroma2) / 2.0;
        $t = 1.0 - 0.17 * cos(deg2rad($meanHue - 30.0)) + 0.24 * cos(deg2rad(2.0 * $meanHue))
            + 0.32 * cos(deg2rad(3.0 * $meanHue + 6.0)) - 0.20 * cos(deg2rad(4.0 * $meanHue - 63.0));
        $theta = 30.0 * exp(-((($meanHue - 275.0) / 25.0) ** 2.0));
        $meanC7 = $meanC ** 7.0;
        $rc = 2.0 * sqrt($meanC7 / ($meanC7 + self::GREY));
        $l50 = ($meanL - 50.0) ** 2.0;
        $sl = 1.0 + 0.015 * $l50 / sqrt(20.0 + $l50);
        $sc = 1.0 + 0.045 * $meanC;
        $sh = 1.0 + 0.015 * $meanC * $t;
        $rt = -sin(deg2rad(2.0 * $theta)) * $rc;
        $dl = $deltaL / $sl;
        $dc = $deltaC / $sc;
        $dh = $deltaH / $sh;

        return sqrt(max(0.0, $dl * $dl + $dc * $dc + $dh * $dh + $rt * $dc * $dh));
    }

    private static function hue(float $a, float $b): float
    {
        if (0.0 === $a && 0.0 === $b) {
            return 0.0;
        }
        $hue = rad2deg(atan2($b, $a));

        return $hue < 0.0 ? $hue + 360.0 : $hue;
    }
}
