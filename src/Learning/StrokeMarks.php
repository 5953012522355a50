<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Model\Nodes;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Reach\Fit\Mark;
use Tovrin\Core\Reach\Stroke;
use Tovrin\Core\Reach\StrokeShape;
use Tovrin\Core\Reading\Raster;
use Tovrin\Core\Reading\Region;

/** Reads what lies under strokes on a photo. */
final readonly class StrokeMarks
{
    /** Side of the neighbourhood a click takes, and width of the way a drag takes, in shares of the picture's longer side. */
    private const CLICK = 0.0035;
    private const WIDE = 0.0045;
    /** OKLab step across a pixel from which on it may be a mixture; unless the calmest quarter of the stroke has half of it. */
    private const MIXED = 0.06;
    private const STEEPER = 2.0;
    /** OKLab distance within which a colour is like that of a seed: the noise of single pixels, and the step of the nodes. */
    private const ALIKE = 0.04;
    /** Places along a way between two of its points, in pixels of the study. */
    private const STEP = 0.5;

    public function __construct(private Raster $raster, private Study $study)
    {
    }

    /**
     * @param bool|null $wanted null for what the stroke says itself
     *
     * @return Mark|null null when nothing of it lies on the photo
     */
    public function of(Stroke $stroke, ?bool $wanted = null): ?Mark
    {
        $regions = $this->regions($stroke);
        $colours = ColourBlock::joined(array_map(static fn (Region $region): ColourBlock => $region->colours, $regions));
        $cut = [] !== array_filter($regions, static fn (Region $region): bool => $region->cut);

        if (0 === $colours->count()) {
            return null;
        }
        $all = $this->seeds($stroke);
        $seeds = $this->calm($all);

        return new Mark($wanted ?? $stroke->wanted, \count($seeds) < \count($all) ? $this->like($seeds, $colours) : $colours, $seeds, $cut);
    }

    /** The mean of some colours, as light mixes. */
    public static function swatch(ColourBlock $colours): string
    {
        $linear = $colours->in(LinearSrgb::class);
        $n = max(1, $colours->count());

        return Hex::format(...ColourBlock::one(LinearSrgb::class, array_sum($linear->a) / $n, array_sum($linear->b) / $n, array_sum($linear->c) / $n)->in(Srgb::class)->at(0));
    }

    /** @return non-empty-list<Region> */
    private function regions(Stroke $stroke): array
    {
        $long = max($this->raster->width, $this->raster->height);
        $side = 2 * (int) floor(self::CLICK * $long / 2) + 1;
        $points = $stroke->points;
        $last = $points[\count($points) - 1];

        return match ($stroke->shape) {
            StrokeShape::Point => [Region::point($this->raster, $points[0][0], $points[0][1], $side)],
            StrokeShape::Spots => array_map(fn (array $p): Region => Region::point($this->raster, $p[0], $p[1], $side), $points),
            StrokeShape::Box => [Region::box($this->raster, $points[0][0], $points[0][1], $last[0], $last[1])],
            StrokeShape::Path => [Region::path($this->raster, $points, max(1, (int) round(self::WIDE * $long)))],
        };
    }

    /** @return list<int> */
    private function seeds(Stroke $stroke): array
    {
        $points = $stroke->points;
        $places = match ($stroke->shape) {
            StrokeShape::Point, StrokeShape::Spots => $points,
            StrokeShape::Path => $this->along($points),
            StrokeShape::Box => $this->within($points[0], $points[\count($points) - 1]),
        };
        $seeds = [];
        foreach ($places as [$x, $y]) {
            $pixel = $this->study->pixel($x, $y);
            if (null !== $pixel) {
                $seeds[$pixel] = true;
            }
        }

        return array_keys($seeds);
    }

    /**
     * Those of the colours under a stroke that are like what its seeds are.
     *
     * @param list<int> $seeds
     */
    private function like(array $seeds, ColourBlock $colours): ColourBlock
    {
        $nodes = $this->study->nodes;
        $own = array_unique(array_filter(array_map(fn (int $seed): int => $this->study->at[$seed], $seeds), static fn (int $node): bool => $node >= 0));
        $lab = $colours->in(OkLab::class);
        $kept = [[], [], []];
        foreach ($nodes->nearest($lab->a, $lab->b, $lab->c) as $i => $node) {
            foreach ($node >= 0 ? $own : [] as $seed) {
                if (Nodes::distance($nodes->keys[$node], $nodes->keys[$seed]) < self::ALIKE) {
                    $kept[0][] = $colours->a[$i];
                    $kept[1][] = $colours->b[$i];
                    $kept[2][] = $colours->c[$i];
                    break;
                }
            }
        }

        return [] === $kept[0] ? $colours : new ColourBlock($colours->space, ...$kept);
    }

    /**
     * Seeds without those where one colour passes into another: a mixture of both is neither. At least a quarter of them stay.
     *
     * @param list<int> $seeds
     *
     * @return list<int>
     */
    private function calm(array $seeds): array
    {
        $steps = array_map($this->study->stepAcross(...), $seeds);
        $sorted = $steps;
        sort($sorted);
        $most = max(self::MIXED, self::STEEPER * ($sorted[intdiv(\count($sorted), 4)] ?? 0.0));

        return array_values(array_filter($seeds, static fn (int $seed, int $i): bool => $steps[$i] <= $most, \ARRAY_FILTER_USE_BOTH));
    }

    /**
     * @param non-empty-list<array{0: float, 1: float}> $points
     *
     * @return list<array{0: float, 1: float}>
     */
    private function along(array $points): array
    {
        $places = [$points[0]];
        foreach ($points as $n => [$x, $y]) {
            [$fromX, $fromY] = $points[max(0, $n - 1)];
            $steps = (int) ceil(hypot(($x - $fromX) * $this->study->columns, ($y - $fromY) * $this->study->rows) / self::STEP);
            for ($s = 1; $s <= min(2000, $steps); ++$s) {
                $places[] = [$fromX + ($x - $fromX) * $s / $steps, $fromY + ($y - $fromY) * $s / $steps];
            }
        }

        return $places;
    }

    /**
     * @param array{0: float, 1: float} $one
     * @param array{0: float, 1: float} $other
     *
     * @return list<array{0: float, 1: float}>
     */
    private function within(array $one, array $other): array
    {
        $places = [];
        [$left, $right] = [max(0.0, min($one[0], $other[0])), min(1.0, max($one[0], $other[0]))];
        [$top, $bottom] = [max(0.0, min($one[1], $other[1])), min(1.0, max($one[1], $other[1]))];
        for ($y = $top; $y <= $bottom; $y += 1 / $this->study->rows) {
            for ($x = $left; $x <= $right; $x += 1 / $this->study->columns) {
                $places[] = [$x, $y];
            }
        }

        return $places;
    }
}
