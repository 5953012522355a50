<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Chart;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\XyzD50;
use Tovrin\Core\Model\Ridge;

/**
 * How light falls on a chart: off towards one side, as from a window or at the rim of a lens, or not so, as where a shadow lies over a part of it. Told
 * from how much lighter or darker than they should be a correction leaves patches, by where they lie.
 */
final readonly class ChartLight
{
    /** Patches darker than this (CIE L) tell more of noise and flare than of light. */
    private const LIGHTNESS_LEAST = 25.0;
    /** Stops: a patch further off than this says little. */
    private const USUAL = 0.15;
    private const ROUNDS = 4;
    /** Patches around a place that tell how light it is there. */
    private const AROUND_LEAST = 4;
    /** Stops: light that falls off more cannot be told from shade. */
    private const FALLOFF_MOST = 1.5;
    /** Stops that a part may be darker than light falling off explains. */
    private const SHADOW_MOST = 0.3;

    /**
     * @param list<float> $factors by patch: its light as a share of the strongest on the chart
     * @param float       $falloff stops between the lightest corner and the darkest
     * @param float       $shadow  stops between what is lightest and what is darkest beyond that
     * @param string      $darkest the patch where it is
     */
    private function __construct(public array $factors, public float $falloff, public float $shadow, public string $darkest)
    {
    }

    public static function even(int $patches): self
    {
        return new self(array_fill(0, $patches, 1.0), 0.0, 0.0, '');
    }

    /** @param list<ChartPatch> $patches */
    public static function seen(array $patches, ChartCorrection $correction, int $columns): self
    {
        $rows = max(1, intdiv(\count($patches), $columns));
        $places = array_map(static fn (int $at): array => [1.0, ($at % $columns + 0.5) / $columns - 0.5, (intdiv($at, $columns) + 0.5) / $rows - 0.5], array_keys($patches));
        $stops = self::stops($patches, $correction);
        $plane = [0.0, 0.0, 0.0];
        $weights = array_fill_keys(array_keys($stops), 1.0);
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $plane = Ridge::solve($places, $weights, $stops, 3, 1e-6);
            foreach ($stops as $at => $stop) {
                $weights[$at] = 1.0 / (1.0 + (($stop - self::height($plane, $places[$at])) / self::USUAL) ** 2);
            }
        }
        // What the correction takes light to be is where it is strongest, so that nothing of the chart gets lighter than it should be.
        $corners = array_map(static fn (array $corner): float => self::height([0.0, $plane[1], $plane[2]], [1.0, ...$corner]), [[-0.5, -0.5], [0.5, -0.5], [0.5, 0.5], [-0.5, 0.5]]);
        $plane[0] = -max($corners);
        $left = [];
        foreach ($stops as $at => $stop) {
            $left[$at] = $stop - self::height($plane, $places[$at]);
        }
        $around = self::around($left, $columns);

        return new self(
            array_map(static fn (array $place): float => 2.0 ** self::height($plane, $place), $places),
            max($corners) - min($corners),
            [] === $around ? 0.0 : max($around) - min($around),
            [] === $around ? '' : $patches[array_keys($around, min($around), true)[0]]->name,
        );
    }

    /** Whether it can be allowed for. */
    public function isEvenEnough(): bool
    {
        return $this->falloff <= self::FALLOFF_MOST && $this->shadow <= self::SHADOW_MOST;
    }

    /**
     * What colours are in this light, patch by patch.
     *
     * @param ColourBlock $colours linear sRGB in even light
     */
    public function on(ColourBlock $colours): ColourBlock
    {
        return self::times($colours, $this->factors);
    }

    /**
     * What colours in this light would be in even light.
     *
     * @param ColourBlock $colours linear sRGB, patch by patch
     */
    public function without(ColourBlock $colours): ColourBlock
    {
        return self::times($colours, array_map(static fn (float $factor): float => 1.0 / $factor, $this->factors));
    }

    /** @param list<float> $factors by colour */
    private static function times(ColourBlock $colours, array $factors): ColourBlock
    {
        $times = static fn (float $value, float $factor): float => $value * $factor;

        return new ColourBlock(LinearSrgb::class, array_map($times, $colours->a, $factors), array_map($times, $colours->b, $factors), array_map($times, $colours->c, $factors));
    }

    /**
     * How much lighter than they should be patches are left.
     *
     * @param list<ChartPatch> $patches
     *
     * @return array<int, float> stops, by patch; those that cannot tell are missing
     */
    private static function stops(array $patches, ChartCorrection $correction): array
    {
        $corrected = $correction->apply(ColourBlock::of(LinearSrgb::class, array_column($patches, 'measured')))->in(XyzD50::class)->b;
        $wanted = ColourBlock::of(LabD50::class, array_column($patches, 'lab'))->in(XyzD50::class)->b;
        $stops = [];
        foreach ($patches as $at => $patch) {
            // The curves are laid through the greys, which therefore tell nothing.
            if ($patch->used && !$patch->isGrey() && $patch->lab[0] >= self::LIGHTNESS_LEAST && $corrected[$at] > 0.0) {
                $stops[$at] = log($corrected[$at] / $wanted[$at], 2);
            }
        }

        return $stops;
    }

    /**
     * @param array<int, float> $stops by patch
     *
     * @return array<int, float> the mean of each and those around it
     */
    private static function around(array $stops, int $columns): array
    {
        $means = [];
        foreach (array_keys($stops) as $at) {
            $near = array_filter($stops, static fn (int $other): bool => abs($other % $columns - $at % $columns) <= 1 && abs(intdiv($other, $columns) - intdiv($at, $columns)) <= 1, \ARRAY_FILTER_USE_KEY);
            if (\count($near) >= self::AROUND_LEAST) {
                $means[$at] = array_sum($near) / \count($near);
            }
        }

        return $means;
    }

    /**
     * @param list<float> $plane
     * @param list<float> $place
     */
    private static function height(array $plane, array $place): float
    {
        return $plane[0] * $place[0] + $plane[1] * $place[1] + $plane[2] * $place[2];
    }
}
