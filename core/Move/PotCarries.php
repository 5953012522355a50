<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;

/** How pots are carried to other colours, so that their middles come out exactly there even where moved pots share colours. */
final class PotCarries
{
    /** Rounds of making up for what other pots take. */
    private const ROUNDS = 24;
    private const NEAR = 1e-5;

    /**
     * Each pot's colours turned, scaled and shifted, beyond its target by as much as the others take.
     *
     * @param array<int, array{0: float, 1: float, 2: float}> $targets OKLab, of the moved pots
     * @param ColourBlock                                     $anchors OKLab: the middles of all pots
     * @param array<int, array<int, float>>                   $shares  of the moved pots in these
     *
     * @return array<int, \Closure(ColourBlock): ColourBlock> OKLab to OKLab, by pot
     */
    public static function tinted(array $targets, ColourBlock $anchors, array $shares): array
    {
        $aims = $targets;
        $carries = [];
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            foreach ($aims as $pot => $aim) {
                $carries[$pot] = Carry::between(ColourBlock::of(OkLab::class, [$anchors->at($pot), $aim]))->apply(...);
            }
            $lacking = self::lacking($carries, $targets, $anchors, $shares);
            $off = 0.0;
            foreach ($lacking as $pot => [$l, $a, $b]) {
                $off = max($off, sqrt($l ** 2 + $a ** 2 + $b ** 2));
                $aims[$pot] = [$aims[$pot][0] + $l, $aims[$pot][1] + $a, $aims[$pot][2] + $b];
            }
            if ($off < self::NEAR) {
                break;
            }
        }

        return $carries;
    }

    /**
     * Each pot painted its target, and shifted by as much as the others take: paint that was to make up for them would be of quite another hue.
     *
     * @param array<int, array{0: float, 1: float, 2: float}> $targets OKLab, of the moved pots
     * @param ColourBlock                                     $anchors OKLab: the middles of all pots
     * @param array<int, array<int, float>>                   $shares  of the moved pots in these
     *
     * @return array<int, \Closure(ColourBlock): ColourBlock> OKLab to OKLab, by pot
     */
    public static function painted(array $targets, ColourBlock $anchors, array $shares): array
    {
        $carries = [];
        foreach ($targets as $pot => $target) {
            $light = ColourBlock::of(OkLab::class, [$anchors->at($pot), $target])->in(LinearSrgb::class);
            [$red, $green, $blue] = $light->at(1);
            // No paint gives back less than nothing.
            $paint = Paint::between($light->at(0), [max(0.0, $red), max(0.0, $green), max(0.0, $blue)]);
            $carries[$pot] = static fn (ColourBlock $colours): ColourBlock => $paint->apply($colours)->in(OkLab::class);
        }
        $offsets = self::offsets(self::lacking($carries, $targets, $anchors, $shares), $shares);

        foreach ($carries as $pot => $carry) {
            $offset = $offsets[$pot];
            $carries[$pot] = static fn (ColourBlock $colours): ColourBlock => self::shifted($carry($colours), $offset);
        }

        return $carries;
    }

    /**
     * How far each middle is from its target still.
     *
     * @param array<int, \Closure(ColourBlock): ColourBlock>  $carries
     * @param array<int, array{0: float, 1: float, 2: float}> $targets
     * @param array<int, array<int, float>>                   $shares
     *
     * @return array<int, array{0: float, 1: float, 2: float}>
     */
    private static function lacking(array $carries, array $targets, ColourBlock $anchors, array $shares): array
    {
        $carried = array_map(static fn (\Closure $carry): ColourBlock => $carry($anchors), $carries);
        $lacking = [];
        foreach ($targets as $pot => $to) {
            [$l, $a, $b] = $come = $anchors->at($pot);
            foreach ($carried as $other => $one) {
                $share = $shares[$other][$pot];
                $come[0] += $share * ($one->a[$pot] - $l);
                $come[1] += $share * ($one->b[$pot] - $a);
                $come[2] += $share * ($one->c[$pot] - $b);
            }
            $lacking[$pot] = [$to[0] - $come[0], $to[1] - $come[1], $to[2] - $come[2]];
        }

        return $lacking;
    }

    /**
     * Offsets of the pots that come to what is lacking where these share colours.
     *
     * @param array<int, array{0: float, 1: float, 2: float}> $lacking
     * @param array<int, array<int, float>>                   $shares
     *
     * @return array<int, array{0: float, 1: float, 2: float}>
     */
    private static function offsets(array $lacking, array $shares): array
    {
        $offsets = array_fill_keys(array_keys($lacking), [0.0, 0.0, 0.0]);
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            foreach ($lacking as $pot => [$l, $a, $b]) {
                foreach ($offsets as $other => $offset) {
                    $share = $shares[$other][$pot];
                    [$l, $a, $b] = [$l - $share * $offset[0], $a - $share * $offset[1], $b - $share * $offset[2]];
                }
                $offsets[$pot] = [$offsets[$pot][0] + $l, $offsets[$pot][1] + $a, $offsets[$pot][2] + $b];
            }
        }

        return $offsets;
    }

    /** @param array{0: float, 1: float, 2: float} $by */
    private static function shifted(ColourBlock $colours, array $by): ColourBlock
    {
        [$light, $green, $blue] = [$colours->a, $colours->b, $colours->c];
        foreach ($light as $i => $value) {
            $light[$i] = $value + $by[0];
            $green[$i] += $by[1];
            $blue[$i] += $by[2];
        }

        return new ColourBlock(OkLab::class, $light, $green, $blue);
    }
}
