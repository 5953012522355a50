<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * OKLab: L 0…1 (black to white), a and b about −0.4…0.4.
 *
 * Source: Björn Ottosson, "A perceptual color space for image processing" (2020), with the
 * matrices of CSS Color 4, section 9.4. Its XYZ→LMS matrix is multiplied here with the one
 * from linear sRGB to XYZ; the rows of the product sum to one, so neutrals stay exactly neutral.
 */
final class OkLab implements ColourSpace
{
    public static function id(): string
    {
        return 'oklab';
    }

    public static function parent(): string
    {
        return LinearSrgb::class;
    }

    public static function toParent(array &$a, array &$b, array &$c): void
    {
        $n = \count($a);
        for ($i = 0; $i < $n; ++$i) {
            $x = $a[$i];
            $y = $b[$i];
            $z = $c[$i];
            $l = $x + 0.396337777376175 * $y + 0.2158037573099136 * $z;
            $m = $x - 0.10556134581565856 * $y - 0.06385417282581334 * $z;
            $s = $x - 0.08948417752981182 * $y - 1.2914855480194094 * $z;
            $l = $l * $l * $l;
            $m = $m * $m * $m;
            $s = $s * $s * $s;
            $a[$i] = 4.076741636075958 * $l - 3.307711539258063 * $m + 0.23096990318210447 * $s;
            $b[$i] = -1.268437973285032 * $l + 2.609757349287689 * $m - 0.3413193760026573 * $s;
            $c[$i] = -0.00419607613867548 * $l - 0.7034186179359364 * $m + 1.707614694074612 * $s;
        }
    }

    public static function fromParent(array &$a, array &$b, array &$c): void
    {
        $n = \count($a);
        for ($i = 0; $i < $n; ++$i) {
            $x = $a[$i];
            $y = $b[$i];
            $z = $c[$i];
            $l = 0.412221469470763 * $x + 0.5363325372617348 * $y + 0.0514459932675022 * $z;
            $m = 0.2119034958178252 * $x + 0.6806995506452342 * $y + 0.10739695353694054 * $z;
            $s = 0.08830245919005641 * $x + 0.28171883913612145 * $y + 0.6299787016738221 * $z;
            $l = $l < 0.0 ? -((-$l) ** 0.3333333333333333) : $l ** 0.3333333333333333;
            $m = $m < 0.0 ? -((-$m) ** 0.3333333333333333) : $m ** 0.3333333333333333;
            $s = $s < 0.0 ? -((-$s) ** 0.3333333333333333) : $s ** 0.3333333333333333;
            $a[$i] = 0.2104542683093140 * $l + 0.7936177747023054 * $m - 0.0040720430116193 * $s;
            $b[$i] = 1.9779985324311684 * $l - 2.4285922420485799 * $m + 0.4505937096174110 * $s;
            $c[$i] = 0.0259040424655478 * $l + 0.7827717124575296 * $m - 0.8086757549230774 * $s;
        }
    }
}
