<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\Bradford;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Model\Families;

/**
 * How the light that falls on coloured things differs from that on the photo as a whole, where lights are mixed.
 *
 * A thing of one paint under two lights has colours that differ along the way from the one light to the other, and only along that, if cone
 * responses are compared in logarithms and without their brightness (G. Finlayson, M. Drew and C. Lu, "Intrinsic images by entropy minimization",
 * 2004, have the idea for daylight). So how far a colour lies from the mean of its family along that way is taken for the light it stands
 * in. Families that differ in nothing else are one thing in two lights.
 */
final readonly class ThingLight
{
    /** Chroma below which a pot is no coloured thing. */
    private const COLOURED = 0.035;
    /** Families are one thing that differ by no more than this across the way of the light, and along it by this part of how far the lights lie apart. */
    private const ACROSS = 0.08;
    private const ALONG = 0.8;
    /** Lights that lie no further apart, in logarithms, are one. */
    private const ONE_LIGHT = 0.08;
    /** OKLab distance over which a family's share may rise from 0 to 1. */
    private const OVER = 0.04;
    private const BLACK = 1e-4;
    private const ROUNDS = 40;

    /**
     * @param array{0: float, 1: float, 2: float} $way    from light to light, of length 1, without brightness
     * @param list<float>                         $middles of the pots, along it
     */
    private function __construct(private PhotoPots $pots, public array $way, private array $middles)
    {
    }

    /**
     * @param PhotoPots                                      $pots  of coloured things, see together()
     * @param list<array{0: float, 1: float, 2: float}> $gains logarithms that make each probe neutral
     *
     * @return self|null null where there is one light alone, or no coloured thing
     */
    public static function of(PhotoPots $pots, array $gains): ?self
    {
        $way = self::way($gains);
        if (null === $way || null === $pots->families || 0 === $pots->count()) {
            return null;
        }

        return new self($pots, $way[0], array_map(static fn (array $chromaticity): float => self::along($chromaticity, $way[0]), self::chromaticities(self::means($pots->families))));
    }

    /**
     * A photo's coloured pots, those together that are one thing in several lights.
     *
     * @param list<array{0: float, 1: float, 2: float}> $gains logarithms that make each probe neutral
     */
    public static function together(PhotoPots $pots, array $gains): PhotoPots
    {
        $way = self::way($gains);
        $families = $pots->families;
        if (null === $way || null === $families) {
            return $pots;
        }
        [$along, $range] = $way;
        $means = self::means($families);
        $across = self::across($along);
        $places = array_map(static fn (array $one): array => [self::along($one, $across), self::along($one, $along)], self::chromaticities($means));
        $groups = [];
        $of = [];
        foreach ($places as $pot => [$q, $t]) {
            if (hypot($means->b[$pot], $means->c[$pot]) < self::COLOURED) {
                continue;
            }
            $of[$pot] = $pot;
            foreach (array_keys($of) as $other) {
                if (abs($places[$other][0] - $q) < self::ACROSS && abs($places[$other][1] - $t) < self::ALONG * $range) {
                    $joined = $of[$other];
                    $of = array_map(static fn (int $group): int => $group === $joined ? $pot : $group, $of);
                }
            }
        }
        $names = [];
        foreach ($of as $pot => $group) {
            $groups[$group] = [...$groups[$group] ?? [], ...$families->groups[$pot]];
            $names[$group] ??= $pots->names[$pot];
        }

        return [] === $groups ? PhotoPots::none() : PhotoPots::of(new Families($families->model, array_values($groups)), array_values($names));
    }

    /**
     * How far the light on each colour lies from that on its thing as a whole, along the way: a hot loop.
     *
     * @param ColourBlock $lab   OKLab
     * @param ColourBlock $cones their cone responses (Bradford)
     *
     * @return array<int, float> in logarithms; 0 for what is no coloured thing
     */
    public function shifts(ColourBlock $lab, ColourBlock $cones): array
    {
        [$x, $y, $z] = $this->way;
        $n = $lab->count();
        $own = $shifts = array_fill(0, $n, 0.0);
        for ($i = 0; $i < $n; ++$i) {
            // Without brightness, since the way has none.
            $own[$i] = $x * log(max(self::BLACK, $cones->a[$i])) + $y * log(max(self::BLACK, $cones->b[$i])) + $z * log(max(self::BLACK, $cones->c[$i]));
        }
        foreach (PotShares::of($this->pots, array_keys($this->middles), $lab, $this->pots->middles(), self::OVER) as $pot => $shares) {
            $middle = $this->middles[$pot];
            for ($i = 0; $i < $n; ++$i) {
                if (0.0 !== $shares[$i]) {
                    $shifts[$i] += $shares[$i] * ($own[$i] - $middle);
                }
            }
        }

        return $shifts;
    }

    /**
     * The way along which the lights differ most (the first principal component), and how far they lie apart on it.
     *
     * @param list<array{0: float, 1: float, 2: float}> $gains
     *
     * @return array{array{0: float, 1: float, 2: float}, float}|null
     */
    private static function way(array $gains): ?array
    {
        $bare = array_map(self::bare(...), $gains);
        $mean = [0.0, 0.0, 0.0];
        foreach ($bare as $one) {
            foreach ([0, 1, 2] as $i) {
                $mean[$i] += $one[$i] / \count($bare);
            }
        }
        $way = [0.3, 0.1, -0.4];
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $next = [0.0, 0.0, 0.0];
            foreach ($bare as $one) {
                $far = self::along([$one[0] - $mean[0], $one[1] - $mean[1], $one[2] - $mean[2]], $way);
                foreach ([0, 1, 2] as $i) {
                    $next[$i] += $far * ($one[$i] - $mean[$i]);
                }
            }
            $length = sqrt($next[0] ** 2 + $next[1] ** 2 + $next[2] ** 2);
            if ($length < 1e-9) {
                return null;
            }
            $way = [$next[0] / $length, $next[1] / $length, $next[2] / $length];
        }
        $places = array_map(static fn (array $one): float => self::along($one, $way), $bare);
        $range = [] === $places ? 0.0 : max($places) - min($places);

        return $range < self::ONE_LIGHT ? null : [$way, $range];
    }

    private static function means(Families $families): ColourBlock
    {
        return ColourBlock::of(OkLab::class, array_map(static fn (int $family): array => $families->moments($family)->mean, array_keys($families->groups)));
    }

    /** @return list<array{0: float, 1: float, 2: float}> logarithms of cone responses without brightness */
    private static function chromaticities(ColourBlock $colours): array
    {
        $cones = Bradford::apply($colours->in(LinearSrgb::class), Bradford::conesOfLinearSrgb());
        $chromaticities = [];
        foreach ($cones->a as $i => $long) {
            $chromaticities[] = self::bare([log(max(self::BLACK, $long)), log(max(self::BLACK, $cones->b[$i])), log(max(self::BLACK, $cones->c[$i]))]);
        }

        return $chromaticities;
    }

    /**
     * @param array{0: float, 1: float, 2: float} $one
     *
     * @return array{0: float, 1: float, 2: float} less its mean
     */
    private static function bare(array $one): array
    {
        $mean = array_sum($one) / 3.0;

        return [$one[0] - $mean, $one[1] - $mean, $one[2] - $mean];
    }

    /**
     * @param array{0: float, 1: float, 2: float} $one
     * @param array{0: float, 1: float, 2: float} $way
     */
    private static function along(array $one, array $way): float
    {
        return $one[0] * $way[0] + $one[1] * $way[1] + $one[2] * $way[2];
    }

    /**
     * At right angles to the way and to brightness.
     *
     * @param array{0: float, 1: float, 2: float} $way
     *
     * @return array{0: float, 1: float, 2: float}
     */
    private static function across(array $way): array
    {
        $one = 1.0 / sqrt(3.0);

        return [($way[1] - $way[2]) * $one, ($way[2] - $way[0]) * $one, ($way[0] - $way[1]) * $one];
    }
}
