<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Move\Kind\Neutralise;
use Tovrin\Core\Move\NeutralProbe;
use Tovrin\Core\Reading\Cast;
use Tovrin\Core\Reading\CastLeft;
use Tovrin\Core\Reading\NeutralPlaces;
use Tovrin\Core\Reading\Raster;

/** Where a photo ought to be neutral, and how far from it it is. */
final readonly class CastReader
{
    private const SUGGESTED = 4;
    /** Colours that say what is left tinted. */
    private const JUDGED = 6000;
    /** OKLCh chroma below which a colour may be a tinted grey. */
    private const WEAK = 0.06;

    public function __construct(private PhotoColours $colours)
    {
    }

    /** @return list<NeutralPlaceView> places most likely neutral that differ most in cast */
    public function places(Photo $photo): array
    {
        $raster = $this->colours->raster($photo);

        return array_map(static fn (array $at): NeutralPlaceView => self::place($raster, $at), NeutralPlaces::of($raster, self::SUGGESTED));
    }

    /** @param array{0: float, 1: float} $at shares of width and height */
    private static function place(Raster $raster, array $at): NeutralPlaceView
    {
        $colour = NeutralPlaces::read($raster, $at)->colour;

        return new NeutralPlaceView($colour, $at, Cast::words(ColourBlock::of(Srgb::class, [Hex::parse($colour)])));
    }

    /** @param string|null $watch id of the neutralise move whose probes are read */
    public function left(Photo $photo, Grade $look, ?string $watch): CastsLeftView
    {
        $index = $look->indexOf($watch);
        $kind = null === $index ? null : $look->moves[$index]->kind;
        $probes = $kind instanceof Neutralise ? $kind->probes : [];
        $lch = $this->colours->readingSamples($photo)->in(OkLch::class);
        $weak = array_values(array_filter(array_keys($lch->b), static fn (int $i): bool => $lch->b[$i] < self::WEAK));

        return new CastsLeftView(
            self::chromas($look, ColourBlock::of(Srgb::class, array_map(static fn (NeutralProbe $p): array => Hex::parse($p->colour), $probes))),
            self::chromas($look, ColourBlock::of(OkLch::class, array_map($lch->at(...), $weak))),
            ...([] === $probes ? [null, 0.0] : $this->castLeft($photo, $look)),
        );
    }

    /** @return array{NeutralPlaceView|null, float} a place in the cast that is left, and its share of the photo */
    private function castLeft(Photo $photo, Grade $look): array
    {
        $placed = $this->colours->placedDigest($photo)->thinned(self::JUDGED);
        $cast = CastLeft::of($placed->colours, Evaluator::evaluate($look, new Colours($placed->colours), [], $placed->planes($look))->colours);

        return null === $cast ? [null, 0.0] : [self::place($this->colours->raster($photo), $placed->placeOf($cast->at)), $cast->share];
    }

    /** @return array{0: float, 1: float}|null mean OKLCh chroma before and after */
    private static function chromas(Grade $look, ColourBlock $colours): ?array
    {
        $n = $colours->count();
        if (0 === $n) {
            return null;
        }
        $mean = static fn (ColourBlock $block): float => array_sum($block->in(OkLch::class)->b) / $n;

        return [$mean($colours), $mean(Evaluator::evaluate($look, new Colours($colours))->colours)];
    }
}
