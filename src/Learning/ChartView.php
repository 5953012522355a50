<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Move\Chart\FittedChart;
use Tovrin\Core\Move\Kind\Chart;

/** A move that puts colours right by a chart, and how near it brings each patch, in ΔE00. */
final readonly class ChartView implements \JsonSerializable
{
    /**
     * @param Grade           $look    with the move alone
     * @param list<PatchView> $patches row by row
     * @param float           $falloff stops by which light falls off across the chart; it is taken out of what is fitted
     */
    private function __construct(public Grade $look, public array $patches, public float $meanBefore, public float $meanAfter, public float $worstAfter, public float $falloff)
    {
    }

    public static function of(Chart $chart, FittedChart $fitted): self
    {
        $patches = array_map(PatchView::of(...), $fitted->patches, $fitted->differences);
        $used = array_filter($patches, static fn (PatchView $patch): bool => $patch->used);
        // There are always some: otherwise nothing could have been fitted.
        $mean = static fn (string $which): float => array_sum(array_column($used, $which)) / max(1, \count($used));

        return new self(new Grade([new Move($chart, id: 'm1')]), $patches, $mean('before'), $mean('after'), max([0.0, ...array_column($used, 'after')]), $fitted->light->falloff);
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return ['look' => LookWriter::data($this->look), 'patches' => $this->patches, 'meanBefore' => $this->meanBefore, 'meanAfter' => $this->meanAfter, 'worstAfter' => $this->worstAfter, 'falloff' => $this->falloff];
    }
}
