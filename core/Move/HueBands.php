<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hsl;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Tone\Smooth;

/**
 * Twelve bands on the hue circle, centred at the OKLCh hues of the twelve 30° steps of the
 * full-saturation RGB wheel. Neighbours blend with raised cosines: at every hue the weights of
 * the (at most two) bands that hold it sum to one.
 */
final class HueBands
{
    /** The bands in wheel order, with their names on the screen. */
    public const NAMES = [
        'red' => 'Red', 'orange' => 'Orange', 'yellow' => 'Yellow', 'lime' => 'Lime',
        'green' => 'Green', 'jade' => 'Jade', 'cyan' => 'Cyan', 'azure' => 'Azure',
        'blue' => 'Blue', 'violet' => 'Violet', 'magenta' => 'Magenta', 'rose' => 'Rose',
    ];

    /**
     * The centres in degrees, rising: each is above the one before it, so the last ones may pass 360.
     *
     * @return non-empty-array<int, float>
     */
    public static function centres(): array
    {
        static $centres = null;
        if (null === $centres) {
            $wheel = [];
            for ($step = 0; $step < 12; ++$step) {
                $wheel[] = [$step * 30.0, 1.0, 0.5];
            }
            $centres = ColourBlock::of(Hsl::class, $wheel)->in(OkLch::class)->c;
            for ($i = 1; $i < 12; ++$i) {
                while ($centres[$i] < $centres[$i - 1]) {
                    $centres[$i] += 360.0;
                }
            }
        }

        /** @var non-empty-array<int, float> $centres */
        return $centres;
    }

    /**
     * For each hue the band below it and how much the next band holds it.
     *
     * @param array<int, float> $hues degrees
     *
     * @return array{list<int>, array<int, float>} index 0…11 of the lower band; weight 0…1 of the band after it
     */
    public static function locate(array $hues): array
    {
        $centres = self::centres();
        $first = $centres[0];
        $offsets = [];
        foreach ($centres as $centre) {
            $offsets[] = $centre - $first;
        }
        $offsets[] = 360.0;
        // Which band starts at or before each whole degree: a short search instead of a long one.
        $start = [];
        for ($degree = 0, $band = 0; $degree <= 360; ++$degree) {
            while ($band < 11 && $offsets[$band + 1] <= $degree) {
                ++$band;
            }
            $start[] = $band;
        }
        $bands = $weights = [];
        $n = \count($hues);
        for ($i = 0; $i < $n; ++$i) {
            $past = $hues[$i] - $first;
            $past -= 360.0 * floor($past / 360.0);
            $band = $start[(int) $past];
            while ($band < 11 && $offsets[$band + 1] <= $past) {
                ++$band;
            }
            $bands[] = $band;
            $weights[] = 0.5 - 0.5 * cos(\M_PI * ($past - $offsets[$band]) / ($offsets[$band + 1] - $offsets[$band]));
        }

        return [$bands, $weights];
    }

    /**
     * The bands that hold one hue, the one that holds most of it first.
     *
     * @return array<string, float> weight by band, summing to one
     */
    public static function holding(float $hue): array
    {
        [[$band], [$weight]] = self::locate([$hue]);
        $names = array_keys(self::NAMES);
        $held = array_filter([$names[$band] => 1.0 - $weight, $names[($band + 1) % 12] => $weight], static fn (float $w): bool => $w > 0.0005);
        arsort($held);

        return $held;
    }

    /**
     * How much one band holds of each colour; fades towards neutral, where hue has no meaning.
     *
     * @param ColourBlock $lch OKLCh
     *
     * @return array<int, float> 0…1
     */
    public static function of(string $name, ColourBlock $lch): array
    {
        $wanted = array_search($name, array_keys(self::NAMES), true);
        [$bands, $shares] = self::locate($lch->c);
        $weights = [];
        foreach ($bands as $i => $band) {
            $share = $band === $wanted ? 1.0 - $shares[$i] : (($band + 1) % 12 === $wanted ? $shares[$i] : 0.0);
            $weights[] = $share > 0.0 ? $share * Smooth::at($lch->b[$i] / Smooth::FADE_CHROMA) : 0.0;
        }

        return $weights;
    }
}
