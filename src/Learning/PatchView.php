<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\Chart\ChartPatch;

/** One patch of a chart. */
final readonly class PatchView
{
    /**
     * @param string $seen   `#rrggbb` as the photo has it
     * @param string $wanted `#rrggbb` as it should be, as near as a screen comes
     * @param float  $before distance from what it should be, in ΔE00
     * @param float  $after  the same with the move
     * @param bool   $used   not where it is clipped or covered
     */
    private function __construct(public string $name, public string $seen, public string $wanted, public float $before, public float $after, public bool $used)
    {
    }

    /** @param array{0: float, 1: float} $differences before and after */
    public static function of(ChartPatch $patch, array $differences): self
    {
        $hex = static fn (ColourBlock $colour): string => Hex::format(...$colour->in(Srgb::class)->at(0));

        return new self($patch->name, $hex(ColourBlock::of(LinearSrgb::class, [$patch->measured])), $hex(ColourBlock::of(LabD50::class, [$patch->lab])), $differences[0], $differences[1], $patch->used);
    }
}
