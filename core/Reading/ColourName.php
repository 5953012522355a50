<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

/** Plain words for a colour, by OKLCh. The names are everyday ones; where they change over is a convention of ours. */
final class ColourName
{
    /** OKLCh chroma below which a colour is called grey, white or black. */
    public const NEUTRAL_CHROMA = 0.02;
    /** How light a colour is called, darkest first; the third goes without a word. */
    private const STEPS = ['very dark', 'dark', '', 'light', 'pale'];
    private const GREYS = ['black', 'very dark grey', 'dark grey', 'grey', 'light grey', 'pale grey', 'white'];

    /** Upper end of each hue in OKLCh degrees, rising; what is beyond the last is rose again. */
    private const HUES = [
        [15.0, 'rose'], [42.0, 'red'], [76.0, 'orange'], [114.0, 'yellow'], [132.0, 'lime'], [163.0, 'green'],
        [180.0, 'jade'], [212.0, 'teal'], [250.0, 'azure'], [290.0, 'blue'], [313.0, 'violet'], [345.0, 'magenta'], [360.0, 'rose'],
    ];

    /** Least OKLCh L of the steps above the first, for names that mean a light or a dark colour by themselves. */
    private const LIGHTNESSES = [
        '' => [0.27, 0.46, 0.745, 0.87],
        'grey' => [0.2, 0.26, 0.46, 0.76, 0.88, 0.95],
        'blue' => [0.25, 0.465, 0.705, 0.87],
        'purple' => [0.25, 0.42, 0.7, 0.86],
        'yellow' => [0.0, 0.0, 2.0, 2.0],
        'lime' => [0.0, 0.6, 0.9, 0.95],
        'ochre' => [0.0, 0.46, 0.78, 0.87],
        'turquoise' => [0.0, 0.5, 0.86, 0.9],
        'teal' => [0.27, 0.42, 0.6, 0.9],
        'orange' => [0.27, 0.58, 0.8, 0.88],
        'brown' => [0.27, 0.44, 0.59, 0.9],
        'pink' => [0.27, 0.56, 0.82, 0.91],
        'beige' => [0.0, 0.72, 0.88, 0.94],
        'magenta' => [0.27, 0.5, 0.8, 0.9],
        // Light by itself.
        'cream' => [0.0, 0.0, 2.0, 2.0],
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
     * A colour in a word or three, without an article: "dark teal", "orange", "blue-grey".
     *
     * @param float $light  OKLCh L
     * @param float $chroma OKLCh C
     * @param float $hue    OKLCh h, degrees
     */
    public static function of(float $light, float $chroma, float $hue): string
    {
        $noun = self::noun($light, $chroma, $hue);

        return self::words(self::step($noun, $light, $chroma), $noun);
    }

    /**
     * What a colour is called, however light it is.
     *
     * @param float $light  OKLCh L
     * @param float $chroma OKLCh C
     * @param float $hue    OKLCh h, degrees
     */
    public static function noun(float $light, float $chroma, float $hue): string
    {
        $hue -= 360.0 * floor($hue / 360.0);
        if ($chroma < self::NEUTRAL_CHROMA || $light < 0.12) {
            return 'grey';
        }
        if ($hue >= 50.0 && $hue < 115.0 && $light > 0.72 && $chroma > 0.022 && $chroma < 0.075) {
            return $light > 0.89 ? 'cream' : 'beige';
        }
        if ($chroma < ($light < 0.5 ? 0.04 : 0.034)) {
            return self::tinge($hue).'-grey';
        }

        return match (true) {
            $hue < 15.0, $hue >= 345.0 => $light < 0.5 ? 'red' : 'pink',
            $hue < 33.0 => $light > 0.7 || $light > 0.6 && $chroma < 0.1 ? 'pink' : ($chroma < 0.085 ? 'brown' : 'red'),
            $hue < 50.0 => match (true) {
                $light < 0.6 && $chroma < 0.17 => 'brown',
                $chroma < 0.12 => $light > 0.68 ? 'pink' : 'brown',
                default => $light > 0.64 ? 'orange' : 'red',
            },
            $hue < 76.0 => self::earthy($light, $chroma, $hue, 'orange'),
            $hue < 114.0 => self::earthy($light, $chroma, $hue, 'yellow'),
            $hue < 132.0 => $chroma > 0.15 && $light > 0.6 ? 'lime' : ($light < 0.6 && $chroma < 0.12 ? 'olive' : 'green'),
            $hue < 168.0 => 'green',
            $hue < 216.0 => $light < 0.6 ? 'teal' : 'turquoise',
            $hue < 289.0 => 'blue',
            $hue < 324.0 => 'purple',
            default => $chroma > 0.22 ? 'magenta' : ($light > 0.68 ? 'pink' : 'purple'),
        };
    }

    /**
     * Which of the steps a colour's lightness is, for what it is called.
     *
     * @param float $light  OKLCh L
     * @param float $chroma OKLCh C
     *
     * @return int one of steps()
     */
    public static function step(string $noun, float $light, float $chroma): int
    {
        $step = 0;
        // Strong colours look lighter than they are (the Helmholtz–Kohlrausch effect): a screen's full blue is not called dark.
        $light += 0.15 * max(0.0, $chroma - 0.15);
        foreach (self::LIGHTNESSES[$noun] ?? self::LIGHTNESSES[''] as $least) {
            $step += $light >= $least ? 1 : 0;
        }

        return min(self::steps($noun) - 1, $step);
    }

    /** How many steps of lightness there are words for. */
    public static function steps(string $noun): int
    {
        return \count('grey' === $noun ? self::GREYS : self::STEPS);
    }

    /** Whether a step is said of nothing that is not so light or dark: black and white are what they are beside any grey. */
    public static function isAbsolute(int $step, string $noun): bool
    {
        return 'grey' === $noun && (0 === $step || self::steps($noun) - 1 === $step);
    }

    /** A name with the word for one of its steps. */
    public static function words(int $step, string $noun): string
    {
        return 'grey' === $noun ? self::GREYS[$step] : trim(self::STEPS[$step].' '.$noun);
    }

    private static function earthy(float $light, float $chroma, float $hue, string $bright): string
    {
        return match (true) {
            $light > 0.72 && $chroma < 0.08 => 'beige',
            $hue >= 64.0 && $hue < 95.0 && $light < 0.74 && $chroma > 0.185 * $light => 'ochre',
            $hue >= 95.0 && $light < 0.72 => 'olive',
            $light < 0.6 || $light < 0.72 && $chroma < ($hue < 70.0 ? 0.13 : 0.1) => 'brown',
            $hue >= 66.0 && $light < 0.82 => $chroma > 0.15 && $hue < 74.0 ? 'orange' : 'ochre',
            default => $bright,
        };
    }

    private static function tinge(float $hue): string
    {
        return match (true) {
            $hue < 30.0 => 'pink',
            $hue < 85.0 => 'brown',
            $hue < 115.0 => 'yellow',
            $hue < 195.0 => 'green',
            $hue < 290.0 => 'blue',
            $hue < 340.0 => 'purple',
            default => 'pink',
        };
    }
}
