<?php

declare(strict_types=1);

namespace Tovrin\App\Choosing;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Photo\PhotoColours;
use Tovrin\App\Request\Sample;
use Tovrin\App\Request\SampleAs;
use Tovrin\App\Request\SampleShape;
use Tovrin\App\View\FitView;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Reach\Fit\ReachFitter;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reading\Raster;
use Tovrin\Core\Reading\Region;

/** Makes reaches from what the user marks on a photo. */
final readonly class ReachFinder
{
    /** Side of the neighbourhood a click takes, and width of the stroke a drag takes, in pixels of the preview. */
    private const CLICK = 7;
    private const STROKE = 9;

    public function __construct(private PhotoColours $colours)
    {
    }

    /**
     * @param list<Sample> $samples oldest first; only the last one can still be new to the user
     * @param Reach|null   $base    a reach to widen
     */
    public function fromSamples(Photo $photo, array $samples, ?Reach $base): FitView
    {
        $raster = $this->colours->raster($photo);
        $wanted = $held = [];
        $note = [];
        foreach ($samples as $sample) {
            $region = self::region($raster, $sample);
            // What lay beside the photo is said of the newest sample alone: of the others it was said before.
            $note = 0 === $region->colours->count() ? ['A sample lies outside the photo and was left out.'] : ($region->cut ? ['What lay outside the photo was left out.'] : []);
            if (SampleAs::Wanted === $sample->as) {
                $wanted[] = $region->colours;
            } else {
                $held[] = $region->colours;
            }
        }

        return FitView::of(ReachFitter::fit(self::joined($wanted), self::joined($held), $base, $this->colours->digest($photo)->colours()), $note);
    }

    /** @return FitView|null null when the photo has no such pot */
    public function aroundPot(Photo $photo, int $pot): ?FitView
    {
        $pots = $this->colours->pots($photo);
        if ($pot >= $pots->count()) {
            return null;
        }

        return FitView::of(ReachFitter::fit($pots->members($this->colours->digest($photo)->colours(), $pot), ColourBlock::of(OkLab::class, [])));
    }

    private static function region(Raster $raster, Sample $sample): Region
    {
        $points = $sample->points;
        $last = $points[\count($points) - 1];

        return match ($sample->shape) {
            SampleShape::Point => Region::point($raster, (float) $points[0][0], (float) $points[0][1], self::CLICK),
            SampleShape::Box => Region::box($raster, (float) $points[0][0], (float) $points[0][1], (float) $last[0], (float) $last[1]),
            SampleShape::Path => Region::path($raster, array_map(static fn (array $point): array => [(float) $point[0], (float) $point[1]], $points), self::STROKE),
        };
    }

    /** @param list<ColourBlock> $blocks encoded sRGB */
    private static function joined(array $blocks): ColourBlock
    {
        return new ColourBlock(
            Srgb::class,
            array_merge(...array_map(static fn (ColourBlock $b): array => $b->a, $blocks)),
            array_merge(...array_map(static fn (ColourBlock $b): array => $b->b, $blocks)),
            array_merge(...array_map(static fn (ColourBlock $b): array => $b->c, $blocks)),
        );
    }
}
