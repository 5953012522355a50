<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading\Chart;

use Tovrin\Core\Move\Chart\ChartReference;
use Tovrin\Core\Reading\Raster;

/** Finds a chart in a photo by its patches: pieces of one colour in rows and columns, in the colours that its values tell. */
final class ChartFinder
{
    /** Pixels of the longer side in which it is looked for, one after another: small patches show in the second only. */
    private const SIDES = [700, 1_400];
    /** Of a chart's patches, so many have to be seen; with fewer, others could be taken for it. */
    private const SEEN_LEAST = 0.6;
    /** Of its patches, so many found in rows tell that there is a chart at all. */
    private const ANY_LEAST = 0.3;
    /** Mean difference in Lab from what the values tell, after the best linear correction. */
    private const OFF_MOST = 14.0;
    /** The second best way of laying it must be so much worse. */
    private const CLEARLY = 1.35;

    /**
     * @param ChartReference $reference with its columns
     *
     * @return list<array{0: float, 1: float}> its corners, clockwise from the one at the first patch, as shares of width and height
     *
     * @throws \InvalidArgumentException saying why it cannot be told where it is
     */
    public static function in(Raster $raster, ChartReference $reference): array
    {
        $count = \count($reference->names);
        $best = null;
        $most = 0;
        foreach (self::SIDES as $side) {
            $factor = (int) ceil(max($raster->width, $raster->height) / $side);
            $small = $raster->reduced($factor);
            $cells = (new PatchGrid(FlatPieces::of($small, $count)))->largest((int) ceil(0.9 * $count));
            $most = max($most, \count($cells));
            $laid = ChartLaying::best($cells, $reference);
            if (null !== $laid && $laid->off <= self::OFF_MOST && $laid->clearly >= self::CLEARLY && (null === $best || \count($laid->cells) > \count($best->cells))) {
                $best = $laid;
                $corners = array_map(static fn (array $corner): array => [$corner[0] / $small->width, $corner[1] / $small->height], $laid->corners($reference));
                if (\count($laid->cells) >= self::SEEN_LEAST * $count) {
                    return $corners;
                }
            }
        }
        if (null !== $best) {
            throw new \InvalidArgumentException(\sprintf('Of the chart’s %d patches only %d can be seen. Uncover it, and photograph it larger, sharp and without reflections; or mark its corners by hand.', $count, \count($best->cells)));
        }
        if ($most >= max(ChartLaying::PATCHES_LEAST, self::ANY_LEAST * $count)) {
            throw new \InvalidArgumentException(\sprintf('There are patches in rows in this photo, %d of them, but not in the colours of this chart. Are these its values? Otherwise mark its corners by hand.', $most));
        }
        throw new \InvalidArgumentException('No chart was found in this photo. It has to be whole, sharp and not too small; or mark its corners by hand.');
    }
}
