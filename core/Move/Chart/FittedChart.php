<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Chart;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\Srgb;

/** The patches of a chart as they were read, and the correction that comes of those that can be trusted. */
final readonly class FittedChart
{
    /** How far off a patch is by a first guess, in Lab, at least, and as a multiple of the middle one: it is covered. */
    private const COVERED = 16.0;
    private const COVERED_TIMES = 4.0;
    private const GUESSES = 6;
    /** ΔE00 that a patch is left at, at least, and as a multiple of the middle one: it is partly covered, or mirrors something. */
    private const STRAY = 8.0;
    private const STRAY_TIMES = 5.0;
    /** Of its patches, so many may be of no use. */
    private const LOST_MOST = 0.25;
    private const ROUNDS = 3;

    /**
     * @param list<ChartPatch>                        $patches     those that are covered are marked
     * @param list<array{0: float, 1: float}>         $differences ΔE00 before and after, by patch
     */
    private function __construct(public array $patches, public ChartCorrection $correction, public ChartLight $light, public array $differences)
    {
    }

    /**
     * @param list<ChartPatch> $patches row by row; those that are clipped or covered are marked as far as that is known
     *
     * @throws \InvalidArgumentException saying what is in the way: too much covered, a shadow, too few patches
     */
    public static function of(array $patches, ChartTerms $terms, int $columns): self
    {
        // Greys are taken at their word when a curve is laid through them: one that is covered has to be known before.
        $seen = ColourBlock::of(LinearSrgb::class, array_column($patches, 'measured'))->in(Srgb::class);
        $patches = self::marked($patches, RoughFit::off(array_map($seen->at(...), array_keys($patches)), array_column($patches, 'lab'), self::GUESSES), self::COVERED, self::COVERED_TIMES);
        $fitted = self::fitted($patches, $terms, $columns);
        $patches = self::marked($patches, array_column($fitted->differences, 1), self::STRAY, self::STRAY_TIMES);
        if ($patches !== $fitted->patches) {
            $fitted = self::fitted($patches, $terms, $columns);
        }
        $lost = array_filter($patches, static fn (ChartPatch $patch): bool => !$patch->used);
        if (\count($lost) > self::LOST_MOST * \count($patches)) {
            throw new \InvalidArgumentException(\sprintf('of the chart’s %d patches %d are covered, clipped or in another colour than its values say (%s …). Photograph it uncovered, without reflections, and no lighter than fits.', \count($patches), \count($lost), implode(', ', \array_slice(array_column($lost, 'name'), 0, 4))));
        }
        if (!$fitted->light->isEvenEnough()) {
            throw new \InvalidArgumentException(\sprintf('a part of the chart is in shade: it is darkest around %s. Photograph it where the same light falls on all of it.', $fitted->light->darkest));
        }

        return $fitted;
    }

    /** @param list<ChartPatch> $patches */
    private static function fitted(array $patches, ChartTerms $terms, int $columns): self
    {
        $correction = ChartFit::of($patches, ChartTerms::Matrix);
        $light = ChartLight::even(\count($patches));
        // How light falls is known once colours are, and the other way round.
        for ($round = 1; $round <= self::ROUNDS; ++$round) {
            $light = ChartLight::seen($patches, $correction, $columns);
            // In a shadow the two lead each other astray: what was seen first is nearest to the truth.
            if (!$light->isEvenEnough()) {
                break;
            }
            $correction = ChartFit::of($patches, self::ROUNDS === $round ? $terms : ChartTerms::Matrix, $light);
        }

        return new self($patches, $correction, $light, $correction->differences($patches, $light));
    }

    /**
     * @param list<ChartPatch> $patches
     * @param list<float>      $off   how far each is from what it should be
     * @param float            $least what none is marked for
     * @param float            $times the same as a multiple of the middle one
     *
     * @return list<ChartPatch> with those marked as not to be used that are far off
     */
    private static function marked(array $patches, array $off, float $least, float $times): array
    {
        $used = array_intersect_key($off, array_filter($patches, static fn (ChartPatch $patch): bool => $patch->used));
        sort($used);
        $most = max($least, $times * ($used[intdiv(\count($used), 2)] ?? 0.0));

        return array_map(static fn (ChartPatch $patch, float $far): ChartPatch => $patch->used && $far > $most ? new ChartPatch($patch->name, $patch->measured, $patch->lab, false) : $patch, $patches, $off);
    }
}
