<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * Chromatic adaptation by the Bradford transform, as one matrix on linear sRGB.
 *
 * Source: Lam, "Metamerism and colour constancy" (1985), in the linear form and with the matrix of
 * ICC.1:2010, annex E, and CSS Color 4, section 10.4.
 */
final class Bradford
{
    private const CONE = [
        [0.8951, 0.2664, -0.1614],
        [-0.7502, 1.7135, 0.0367],
        [0.0389, -0.0685, 1.0296],
    ];

    /**
     * The matrix on linear sRGB that carries one white to another at unchanged luminance of the white.
     *
     * @param array{0: float, 1: float, 2: float} $from XYZ with Y = 1
     * @param array{0: float, 1: float, 2: float} $to   XYZ with Y = 1
     *
     * @return non-empty-list<array{0: float, 1: float, 2: float}> three rows
     */
    public static function onLinearSrgb(array $from, array $to): array
    {
        $a = self::times(self::CONE, $from);
        $b = self::times(self::CONE, $to);
        $scaled = array_map(static fn (array $row, int $i): array => [$row[0] * $b[$i] / $a[$i], $row[1] * $b[$i] / $a[$i], $row[2] * $b[$i] / $a[$i]], self::conesOfLinearSrgb(), [0, 1, 2]);
        $back = self::linearSrgbOfCones();
        $columns = array_map(static fn (int $i): array => self::times($back, [$scaled[0][$i], $scaled[1][$i], $scaled[2][$i]]), [0, 1, 2]);

        return self::rows($columns);
    }

    /** @return array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}, 2: array{0: float, 1: float, 2: float}} three rows: from linear sRGB to cone responses */
    public static function conesOfLinearSrgb(): array
    {
        $xyz = ColourBlock::of(LinearSrgb::class, [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]])->in(XyzD65::class);

        return self::rows(array_map(static fn (int $i): array => self::times(self::CONE, $xyz->at($i)), [0, 1, 2]));
    }

    /** @return array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}, 2: array{0: float, 1: float, 2: float}} three rows: back again */
    public static function linearSrgbOfCones(): array
    {
        return self::inverse(self::conesOfLinearSrgb());
    }

    /**
     * Applies such a matrix: a hot loop.
     *
     * @param ColourBlock                                           $linear linear sRGB
     * @param non-empty-list<array{0: float, 1: float, 2: float}> $matrix three rows
     */
    public static function apply(ColourBlock $linear, array $matrix): ColourBlock
    {
        [[$rr, $rg, $rb], [$gr, $gg, $gb], [$br, $bg, $bb]] = [$matrix[0], $matrix[1] ?? [0.0, 1.0, 0.0], $matrix[2] ?? [0.0, 0.0, 1.0]];
        $red = $linear->a;
        $green = $linear->b;
        $blue = $linear->c;
        $n = \count($red);
        for ($i = 0; $i < $n; ++$i) {
            $r = $red[$i];
            $g = $green[$i];
            $b = $blue[$i];
            $red[$i] = $rr * $r + $rg * $g + $rb * $b;
            $green[$i] = $gr * $r + $gg * $g + $gb * $b;
            $blue[$i] = $br * $r + $bg * $g + $bb * $b;
        }

        return new ColourBlock(LinearSrgb::class, $red, $green, $blue);
    }

    /**
     * @param array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}, 2: array{0: float, 1: float, 2: float}} $columns what becomes of each primary
     *
     * @return array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}, 2: array{0: float, 1: float, 2: float}}
     */
    private static function rows(array $columns): array
    {
        return [[$columns[0][0], $columns[1][0], $columns[2][0]], [$columns[0][1], $columns[1][1], $columns[2][1]], [$columns[0][2], $columns[1][2], $columns[2][2]]];
    }

    /** @return array{0: float, 1: float, 2: float} XYZ of the white of sRGB, Y = 1 */
    public static function srgbWhite(): array
    {
        return ColourBlock::of(LinearSrgb::class, [[1.0, 1.0, 1.0]])->in(XyzD65::class)->at(0);
    }

    /**
     * @param array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}, 2: array{0: float, 1: float, 2: float}} $m
     * @param array{0: float, 1: float, 2: float}                                                                                               $v
     *
     * @return array{0: float, 1: float, 2: float}
     */
    private static function times(array $m, array $v): array
    {
        return [
            $m[0][0] * $v[0] + $m[0][1] * $v[1] + $m[0][2] * $v[2],
            $m[1][0] * $v[0] + $m[1][1] * $v[1] + $m[1][2] * $v[2],
            $m[2][0] * $v[0] + $m[2][1] * $v[1] + $m[2][2] * $v[2],
        ];
    }

    /**
     * @param array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}, 2: array{0: float, 1: float, 2: float}} $m
     *
     * @return array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}, 2: array{0: float, 1: float, 2: float}}
     */
    private static function inverse(array $m): array
    {
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = Matrix3::inverse(array_merge(...$m)) ?? throw new \LogicException('Cone responses tell all colours apart.');

        return [[$a, $b, $c], [$d, $e, $f], [$g, $h, $i]];
    }
}
