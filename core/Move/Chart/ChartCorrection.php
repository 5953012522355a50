<?php

declare(strict_types=1);

namespace Tovrin\Core\Move\Chart;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Move\MonotoneCurve;

/** Takes the colours of a photo to what a chart in it should have: a curve for each channel in linear light, then a matrix or a root polynomial. */
final readonly class ChartCorrection
{
    /** @var list<MonotoneCurve|null> red, green, blue; null for straight from black */
    private array $bent;

    /**
     * @param list<list<array{0: float, 1: float}>> $curves       red, green, blue: points beside black, rising both ways; none leaves the channel as it is
     * @param list<float>                           $coefficients of red, green and blue, one after another, for each of the terms
     */
    public function __construct(public array $curves, public ChartTerms $terms, public array $coefficients)
    {
        if (3 !== \count($curves) || \count($coefficients) !== 3 * $terms->count()) {
            throw new \InvalidArgumentException(\sprintf('a correction needs three curves and %d coefficients.', 3 * $terms->count()));
        }
        foreach ($curves as $points) {
            $before = [0.0, 0.0];
            foreach ($points as $point) {
                if ($point[0] <= $before[0] || $point[1] <= $before[1]) {
                    throw new \InvalidArgumentException('the points of a curve must rise.');
                }
                $before = $point;
            }
        }
        $this->bent = array_map(static fn (array $points): ?MonotoneCurve => \count($points) > 1 ? new MonotoneCurve([[0.0, 0.0], ...$points]) : null, $curves);
    }

    /** @param ColourBlock $colours linear sRGB */
    public function apply(ColourBlock $colours): ColourBlock
    {
        [$r, $g, $b] = [$this->channel(0, $colours->a), $this->channel(1, $colours->b), $this->channel(2, $colours->c)];
        $n = $this->terms->count();
        $k = $this->coefficients;
        $out = [[], [], []];
        foreach ($r as $i => $red) {
            $terms = $this->terms->of($red, $g[$i], $b[$i]);
            for ($row = 0; $row < 3; ++$row) {
                $sum = 0.0;
                for ($t = 0; $t < $n; ++$t) {
                    $sum += $k[$row * $n + $t] * $terms[$t];
                }
                $out[$row][] = $sum;
            }
        }

        return new ColourBlock(LinearSrgb::class, ...$out);
    }

    /**
     * How far patches are from what they should be, by CIEDE2000.
     *
     * @param list<ChartPatch> $patches
     * @param ChartLight|null  $light   that falls on them; even where it is not known
     *
     * @return list<array{0: float, 1: float}> before and after, by patch
     */
    public function differences(array $patches, ?ChartLight $light = null): array
    {
        $light ??= ChartLight::even(\count($patches));
        $measured = ColourBlock::of(LinearSrgb::class, array_column($patches, 'measured'));
        $wanted = ColourBlock::of(LabD50::class, array_column($patches, 'lab'));

        return array_map(static fn (float $before, float $after): array => [$before, $after], DeltaE2000::between($light->without($measured)->in(LabD50::class), $wanted), DeltaE2000::between($light->without($this->apply($measured))->in(LabD50::class), $wanted));
    }

    /**
     * @param array<int, float> $values
     *
     * @return array<int, float>
     */
    private function channel(int $channel, array $values): array
    {
        $points = $this->curves[$channel];
        $last = $points[\count($points) - 1] ?? null;
        if (null === $last) {
            return $values;
        }
        [$top, $height] = $last;
        $curve = $this->bent[$channel];
        $gain = $height / $top;
        if (null === $curve) {
            return array_map(static fn (float $value): float => $gain * $value, $values);
        }
        $low = $points[0][1] / $points[0][0];
        $within = $curve->at($values);
        foreach ($values as $i => $value) {
            // Beyond its points it goes straight on: below black as just above it, above the lightest grey in proportion.
            if ($value <= 0.0) {
                $within[$i] = $low * $value;
            } elseif ($value >= $top) {
                $within[$i] = $height + $gain * ($value - $top);
            }
        }

        return $within;
    }
}
