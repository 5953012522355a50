<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Chart;

/** One patch of a chart: what the photo has there, and what it should have. */
final readonly class ChartPatch
{
    /**
     * @param array{0: float, 1: float, 2: float} $measured linear sRGB, 0…1
     * @param array{0: float, 1: float, 2: float} $lab      CIE Lab under D50, as the chart's maker measured it
     * @param bool                                $used     whether the correction is fitted to it; not where it is clipped or covered
     */
    public function __construct(public string $name, public array $measured, public array $lab, public bool $used = true)
    {
    }

    /** Whether it is one of the greys, which say how light and how neutral the photo is (common practice: a chroma below 6). */
    public function isGrey(): bool
    {
        return hypot($this->lab[1], $this->lab[2]) < 6.0;
    }
}
