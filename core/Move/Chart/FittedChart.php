<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Chart;

/** The patches of a chart as they were read, and the correction that comes of those that can be trusted. */
final readonly class FittedChart
{
    /** ΔE00 that a patch is left at, at least, and as a multiple of the middle one: it is covered, or mirrors something. */
    private const STRAY = 8.0;
    private const STRAY_TIMES = 5.0;
    /** Of its patches, so many may be of no use. */
    private const LOST_MOST = 0.25;
    /** Stops: light that falls off more cannot be told from shade. */
    private const FALLOFF_MOST = 1.2;
    /** Stops that a part may be darker than light falling off explains. */
    private const SHADOW_MOST = 0.3;
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
        $fitted = self::fitted($patches, $terms, $columns);
        $patches = $fitted->marked();
        if ($patches !== $fitted->patches) {
            $fitted = self::fitted($patches, $terms, $columns);
        }
        $lost = array_filter($patches, static fn (ChartPatch $patch): bool => !$patch->used);
        if (\count($lost) > self::LOST_MOST * \count($patches)) {
            throw new \InvalidArgumentException(\sprintf('of the chart’s %d patches %d are covered, clipped or in another colour than its values say (%s …). Photograph it uncovered, without reflections, and no lighter than fits.', \count($patches), \count($lost), implode(', ', \array_slice(array_column($lost, 'name'), 0, 4))));
        }
        if ($fitted->light->shadow > self::SHADOW_MOST || $fitted->light->falloff > self::FALLOFF_MOST) {
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
            $correction = ChartFit::of($patches, self::ROUNDS === $round ? $terms : ChartTerms::Matrix, $light);
        }

        return new self($patches, $correction, $light, $correction->differences($patches, $light));
    }

    /** @return list<ChartPatch> with those marked that are far from what they should be */
    private function marked(): array
    {
        $after = [];
        foreach ($this->patches as $at => $patch) {
            if ($patch->used) {
                $after[] = $this->differences[$at][1];
            }
        }
        sort($after);
        $most = max(self::STRAY, self::STRAY_TIMES * ($after[intdiv(\count($after), 2)] ?? 0.0));

        return array_map(fn (ChartPatch $patch, int $at): ChartPatch => $patch->used && $this->differences[$at][1] > $most ? new ChartPatch($patch->name, $patch->measured, $patch->lab, false) : $patch, $this->patches, array_keys($this->patches));
    }
}
