<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;

/** How many colours have each of 256 levels of red, green, blue and light; and how many are clipped. */
final readonly class Histogram
{
    /** The channels, in the order of $counts. Light is OKLab lightness on the scale of encoded grey. */
    public const CHANNELS = ['light', 'red', 'green', 'blue'];

    /** @param list<array<int, int>> $counts four times 256 counts, in the order of CHANNELS */
    private function __construct(public array $counts, public int $total)
    {
    }

    /**
     * @param ColourBlock            $colours any space, inside the gamut
     * @param array<int, float>|null $grey    their greyLevels(), where those are known already
     */
    public static function of(ColourBlock $colours, ?array $grey = null): self
    {
        $rgb = $colours->in(Srgb::class);

        return new self([
            self::levels($grey ?? self::greyLevels($colours)),
            self::levels($rgb->a),
            self::levels($rgb->b),
            self::levels($rgb->c),
        ], $colours->count());
    }

    /**
     * Encoded grey of the same OKLab lightness, 0…1.
     *
     * @return array<int, float>
     */
    public static function greyLevels(ColourBlock $colours): array
    {
        $grey = [];
        foreach ($colours->in(OkLab::class)->a as $light) {
            $grey[] = $light * $light * $light;
        }

        return (new ColourBlock(LinearSrgb::class, $grey, $grey, $grey))->in(Srgb::class)->a;
    }

    /**
     * Share of colours at the end of each channel's range.
     *
     * @return array<string, array{low: float, high: float}> by channel, red green blue
     */
    public function clipped(): array
    {
        $ends = [];
        foreach ([1 => 'red', 2 => 'green', 3 => 'blue'] as $index => $name) {
            $ends[$name] = [
                'low' => $this->counts[$index][0] / max(1, $this->total),
                'high' => $this->counts[$index][255] / max(1, $this->total),
            ];
        }

        return $ends;
    }

    /**
     * @param array<int, float> $values 0…1
     *
     * @return array<int, int>
     */
    private static function levels(array $values): array
    {
        $counts = array_fill(0, 256, 0);
        foreach ($values as $value) {
            $level = (int) ($value * 255.0 + 0.5);
            ++$counts[$level < 0 ? 0 : ($level > 255 ? 255 : $level)];
        }

        return $counts;
    }
}
