<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

/** Plain words for a colour, by OKLCh. The names are everyday ones; where they change over is a convention of ours. */
final class ColourName
{
    /** OKLCh chroma below which a colour is called grey, white or black. */
    public const NEUTRAL_CHROMA = 0.02;

    /** Upper end of each hue in OKLCh degrees, rising; what is beyond the last is rose again. */
    private const HUES = [
        [15.0, 'rose'], [42.0, 'red'], [76.0, 'orange'], [114.0, 'yellow'], [132.0, 'lime'], [163.0, 'green'],
        [180.0, 'jade'], [212.0, 'teal'], [250.0, 'azure'], [290.0, 'blue'], [313.0, 'violet'], [345.0, 'magenta'], [360.0, 'rose'],
    ];

    /**
     * The named stretches of the hue circle.
     *
     * @return list<array{name: string, from: float, to: float}> OKLCh degrees, from upwards to; the one across 360 ends in the next turn
     */
    public static function hues(): array
    {
        $stretches = [];
        [$seam] = self::HUES[0];
        $from = $seam;
        foreach (\array_slice(self::HUES, 1) as [$end, $name]) {
            // Rose lies on both sides of the seam.
            $stretches[] = ['name' => $name, 'from' => $from, 'to' => 360.0 === $end ? 360.0 + $seam : $end];
            $from = $end;
        }

        return $stretches;
    }

    /** The name of a hue in degrees. */
    public static function hue(float $hue): string
    {
        $hue -= 360.0 * floor($hue / 360.0);
        foreach (self::HUES as [$end, $name]) {
            if ($hue < $end) {
                return $name;
            }
        }

        return 'rose';
    }

    /**
     * A colour in a word or three, without an article: "deep teal", "dull orange", "blue grey".
     *
     * @param float $light  OKLCh L
     * @param float $chroma OKLCh C
     * @param float $hue    OKLCh h, degrees
     */
    public static function of(float $light, float $chroma, float $hue): string
    {
        if ($chroma < self::NEUTRAL_CHROMA) {
            return match (true) {
                $light > 0.95 => 'white',
                $light > 0.8 => 'pale grey',
                $light > 0.45 => 'grey',
                $light > 0.2 => 'dark grey',
                default => 'black',
            };
        }
        $name = self::hue($hue);
        if (('orange' === $name || 'red' === $name) && $light < 0.56 && $chroma < 0.11) {
            $name = 'brown';
        } elseif ('yellow' === $name && $light < 0.74) {
            $name = $chroma < 0.12 && $light < 0.6 ? 'olive' : 'ochre';
        } elseif ('orange' === $name && $hue > 66.0 && $light < 0.74 && $chroma >= 0.09) {
            $name = 'ochre';
        }
        if ($chroma < 0.045) {
            return ($light > 0.8 ? 'pale ' : '').$name.' grey';
        }
        $manner = match (true) {
            $light > 0.84 => 'pale',
            $light < 0.34 => 'dark',
            $light < 0.48 => 'deep',
            $chroma < 0.085 => 'dull',
            $chroma > 0.17 => 'vivid',
            default => '',
        };

        return trim($manner.' '.$name);
    }
}
