<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\NeutralProbe;
use Tovrin\Core\Move\ProbeWhites;

/**
 * Places of a picture that are most likely neutral and between them show its casts: where to read what light it was taken in.
 *
 * A guess: weak colours that the picture has much of are taken for grey that lights have tinted (common practice).
 */
final class NeutralPlaces
{
    private const ACROSS = 60;
    private const PATCH = 9;
    /** A place is even when its lightness varies by no more than this standard deviation. */
    private const EVEN = 0.03;
    public const DARKEST = 0.25;
    private const LIGHTEST = 0.96;
    /** Chroma in proportion to lightness at which a colour is half as likely a tinted grey as one without any; none is beyond twice that. */
    public const LIKELY = 0.06;
    /** Colours as near as this, in a and b, speak for one another; so many of them are enough. */
    public const NEAR = 0.012;
    private const ENOUGH = 30;
    /** Casts are told apart in a and b by this much. */
    private const CELL = 0.008;
    /** So many places judge what a probe leaves. */
    private const JUDGED = 300;
    /** A further probe is worth having that leaves no more than this share. */
    private const WORTH = 0.93;

    /**
     * @param int $most how many are wanted
     *
     * @return list<array{0: float, 1: float}> shares of width and height; fewer where there are fewer casts, none without greys
     */
    public static function of(Raster $picture, int $most): array
    {
        [$places, $lab] = self::candidates($picture);
        $n = \count($places);
        $likely = [];
        for ($i = 0; $i < $n; ++$i) {
            $near = 0;
            for ($j = 0; $j < $n; ++$j) {
                if (abs($lab[$i][1] - $lab[$j][1]) < self::NEAR && abs($lab[$i][2] - $lab[$j][2]) < self::NEAR) {
                    ++$near;
                }
            }
            $chroma = hypot($lab[$i][1], $lab[$i][2]) / $lab[$i][0];
            // A lighter place shows its light more surely than a darker one.
            $likely[] = $lab[$i][0] * 2.0 ** -(($chroma / self::LIKELY) ** 2) * min(1.0, $near / self::ENOUGH) ** 2;
        }

        return array_map(static fn (int $i): array => $places[$i], self::greedy($lab, $likely, $most));
    }

    /**
     * A probe read off a picture.
     *
     * @param array{0: float, 1: float} $at shares of width and height
     */
    public static function read(Raster $picture, array $at): NeutralProbe
    {
        return new NeutralProbe(Hex::format(...Reading::mean(Region::point($picture, $at[0], $at[1], self::PATCH)->colours)->in(Srgb::class)->at(0)), $at);
    }

    /**
     * One after the other, the place whose probe leaves least colour in what is likely neutral.
     *
     * @param list<array{0: float, 1: float, 2: float}> $lab     OKLab
     * @param list<float>                                   $weights how likely each is neutral, and how common
     *
     * @return list<int>
     */
    private static function greedy(array $lab, array $weights, int $most): array
    {
        // The likeliest place of each small range of casts.
        $cells = [];
        foreach ($lab as $i => [, $a, $b]) {
            $cell = round($a / self::CELL).' '.round($b / self::CELL);
            if ($weights[$i] > 0.0 && (!isset($cells[$cell]) || $weights[$i] > $weights[$cells[$cell]])) {
                $cells[$cell] = $i;
            }
        }
        $step = max(1, intdiv(\count($lab), self::JUDGED));
        $judged = array_values(array_filter(array_keys($lab), static fn (int $i): bool => 0 === $i % $step));
        $colours = self::some($lab, $judged)->in(LinearSrgb::class);
        $chosen = [];
        $before = \INF;
        while (\count($chosen) < $most) {
            $best = null;
            $least = self::WORTH * $before;
            foreach ($cells as $cell => $i) {
                $now = self::left($lab, $weights, $judged, $colours, [...$chosen, $i]);
                if ($now < $least) {
                    [$best, $least] = [$cell, $now];
                }
            }
            if (null === $best) {
                break;
            }
            $chosen[] = $cells[$best];
            unset($cells[$best]);
            $before = $least;
        }

        return $chosen;
    }

    /**
     * How much colour probes leave.
     *
     * @param list<array{0: float, 1: float, 2: float}> $lab     OKLab
     * @param list<float>                                   $weights
     * @param list<int>                                     $judged  places that judge
     * @param ColourBlock                                   $colours theirs, linear sRGB
     * @param list<int>                                     $probes  places of the probes
     */
    private static function left(array $lab, array $weights, array $judged, ColourBlock $colours, array $probes): float
    {
        $after = (new ProbeWhites(self::some($lab, $probes)))->apply($colours)->in(OkLab::class);
        $sum = 0.0;
        foreach ($judged as $n => $i) {
            $sum += $weights[$i] * hypot($after->b[$n], $after->c[$n]);
        }

        return $sum;
    }

    /**
     * @param list<array{0: float, 1: float, 2: float}> $lab     OKLab
     * @param list<int>                                     $indices
     */
    private static function some(array $lab, array $indices): ColourBlock
    {
        $some = [];
        foreach ($indices as $i) {
            $some[] = $lab[$i];
        }

        return ColourBlock::of(OkLab::class, $some);
    }

    /**
     * Even places whose colour may be a tinted grey.
     *
     * @return array{0: list<array{0: float, 1: float}>, 1: list<array{0: float, 1: float, 2: float}>} and their OKLab
     */
    private static function candidates(Raster $picture): array
    {
        $down = max(1, (int) round(self::ACROSS * $picture->height / $picture->width));
        $places = $colours = [];
        for ($row = 0; $row < $down; ++$row) {
            for ($column = 0; $column < self::ACROSS; ++$column) {
                $place = [($column + 0.5) / self::ACROSS, ($row + 0.5) / $down];
                $patch = Region::point($picture, $place[0], $place[1], self::PATCH)->colours;
                $mean = Reading::mean($patch)->in(OkLab::class)->at(0);
                if ($mean[0] < self::DARKEST || $mean[0] > self::LIGHTEST || hypot($mean[1], $mean[2]) > 2.0 * self::LIKELY * $mean[0]) {
                    continue;
                }
                $light = $patch->in(OkLab::class)->a;
                $varies = 0.0;
                foreach ($light as $l) {
                    $varies += ($l - $mean[0]) ** 2;
                }
                if ($varies <= \count($light) * self::EVEN ** 2) {
                    $places[] = $place;
                    $colours[] = $mean;
                }
            }
        }

        return [$places, $colours];
    }
}
