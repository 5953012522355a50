<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * The most OKLCh chroma that sRGB can show at a lightness and hue, from a table: good to 10 % for nine colours
 * in ten, which is enough where chroma is only weighed against it; the very tips of the gamut it cuts by up to a fifth.
 */
final class GamutEdge
{
    private const LIGHTS = 33;
    private const HUES = 72;
    private const MOST = 0.4;

    /** @var list<float>|null LIGHTS × HUES, hue running fastest */
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
            $l = $light[$i] * (self::LIGHTS - 1);
            $l = $l < 0.0 ? 0.0 : ($l > self::LIGHTS - 1.0 ? self::LIGHTS - 1.0 : $l);
            $row = (int) $l;
            $row = $row > self::LIGHTS - 2 ? self::LIGHTS - 2 : $row;
            $l -= $row;
            $h = $hue[$i] / 360.0;
            $h = ($h - floor($h)) * self::HUES;
            $column = (int) $h;
            $h -= $column;
            $column %= self::HUES;
            $next = ($column + 1) % self::HUES;
            $a = $row * self::HUES;
            $b = $a + self::HUES;
            $edge[] = 0.001 + (1.0 - $l) * ((1.0 - $h) * $table[$a + $column] + $h * $table[$a + $next])
                + $l * ((1.0 - $h) * $table[$b + $column] + $h * $table[$b + $next]);
        }

        return $edge;
    }

    /** @return list<float> */
    private static function build(): array
    {
        $light = $hue = [];
        for ($i = 0; $i < self::LIGHTS; ++$i) {
            for ($j = 0; $j < self::HUES; ++$j) {
                $light[] = $i / (self::LIGHTS - 1);
                $hue[] = 360.0 * $j / self::HUES;
            }
        }
        $n = \count($light);
        $low = array_fill(0, $n, 0.0);
        $high = array_fill(0, $n, self::MOST);
        for ($round = 0; $round < 12; ++$round) {
            $middle = [];
            for ($i = 0; $i < $n; ++$i) {
                $middle[] = ($low[$i] + $high[$i]) / 2;
            }
            $rgb = (new ColourBlock(OkLch::class, $light, $middle, $hue))->in(LinearSrgb::class);
            for ($i = 0; $i < $n; ++$i) {
                if (min($rgb->a[$i], $rgb->b[$i], $rgb->c[$i]) < 0.0 || max($rgb->a[$i], $rgb->b[$i], $rgb->c[$i]) > 1.0) {
                    $high[$i] = $middle[$i];
                } else {
                    $low[$i] = $middle[$i];
                }
            }
        }

        return array_values($low);
    }
}
