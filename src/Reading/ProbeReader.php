<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\App\Learning\PlacedColours;
use Tovrin\Core\Area\Frame;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Move\Curved;
use Tovrin\Core\Move\Familied;
use Tovrin\Core\Move\Kind\SideWarmth;
use Tovrin\Core\Reading\FamilyShares;
use Tovrin\Core\Reading\Raster;
use Tovrin\Core\Reading\Reading;
use Tovrin\Core\Reading\Region;

/** Colours at places of a photo, before and after a grade. */
final readonly class ProbeReader
{
    public function __construct(private PhotoColours $colours)
    {
    }

    /** @return list<ProbeView|null> null for a place beside the photo */
    public function read(Photo $photo, ProbesOf $request): array
    {
        $raster = $this->colours->raster($photo);
        $until = $request->look->indexOf($request->before);
        $grade = null === $until ? $request->look : self::upTo($request->look, $until);

        return array_map(static fn (ProbePoint $point): ?ProbeView => self::one($raster, Frame::of($photo->width(), $photo->height()), $grade, $request->watch, $point), $request->points);
    }

    private static function one(Raster $raster, Frame $frame, Grade $grade, ?string $watch, ProbePoint $point): ?ProbeView
    {
        $place = Region::point($raster, $point->x, $point->y, $point->size);
        if (0 === $place->colours->count()) {
            return null;
        }
        $at = $grade->indexOf($watch);
        $before = Reading::mean($place->colours);
        $source = new Colours($place->colours);
        // The mean of what the pixels become, not what their mean would become.
        $watched = null === $at ? [] : [$at];
        $n = $place->colours->count();
        $planes = (new PlacedColours($place->colours, $frame, static fn (): array => [array_fill(0, $n, $point->x), array_fill(0, $n, $point->y)]))->planes($grade, $watched);
        $result = Evaluator::evaluate($grade, $source, $watched, $planes);
        $after = Reading::mean($result->colours);
        $kind = null === $at ? null : $grade->moves[$at]->kind;
        $along = null === $at || !$kind instanceof Curved ? [] : $kind->along(Reading::mean(Evaluator::evaluate(self::upTo($grade, $at), $source, [], $planes)->colours));
        $hue = $before->in(OkLch::class)->at(0)[2];

        return new ProbeView(
            ColourView::of(new Reading($before)),
            ColourView::of(new Reading($after)),
            round(DeltaE2000::between($before, $after)[0], 2),
            new \ArrayObject($kind instanceof Familied ? FamilyShares::of($kind, $source) : []),
            null === $at ? null : array_sum($result->weights[$at]) / $place->colours->count(),
            new \ArrayObject($along),
            SideWarmth::isWarm($hue),
            $place->cut,
        );
    }

    private static function upTo(Grade $grade, int $index): Grade
    {
        return $grade->with(\array_slice($grade->moves, 0, $index));
    }
}
