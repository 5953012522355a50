<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\Familied;
use Tovrin\Core\Move\MoveKind;
use Tovrin\Core\Reading\ColourName;
use Tovrin\Core\Reading\ColourPlane;
use Tovrin\Core\Reading\FamilyShares;

/** What a photo holds before anything is done to it. */
final readonly class SourceReader
{
    public function __construct(private PhotoColours $colours, private Scopes $scopes)
    {
    }

    public function read(Photo $photo): SourceView
    {
        $colours = $this->colours->colourSample($photo)->colours();
        $lab = $colours->in(OkLab::class);
        $top = ColourPlane::chromaTop($lab);
        $cells = array_map(static fn (string $name): array => ColourPlane::of($lab, $name, $top)->cells, array_combine(array_keys(ColourPlane::PLANES), array_keys(ColourPlane::PLANES)));

        return new SourceView(
            $this->pots($photo),
            new PlanesView(ColourPlane::COLUMNS, ColourPlane::ROWS, $top, $cells, ColourName::hues()),
            // Read on the same samples as a result, so that before and after differ only by what the grade does.
            $this->scopes->read($photo, $this->colours->readingSamples($photo)),
        );
    }

    /** @return array<string, float> how much of the photo each family of a move holds; empty for kinds without families */
    public function families(Photo $photo, MoveKind $kind): array
    {
        return $kind instanceof Familied ? FamilyShares::of($kind, new Colours($this->colours->readingSamples($photo))) : [];
    }

    /** @return list<PotView> */
    private function pots(Photo $photo): array
    {
        $pots = $this->colours->pots($photo);
        $views = [];
        foreach ($pots->centres as $index => $centre) {
            $one = ColourBlock::of(OkLab::class, [$centre]);
            $views[] = new PotView($pots->names[$index], Hex::format(...$one->in(Srgb::class)->at(0)), $pots->shares[$index], $one->in(OkLch::class)->at(0));
        }

        return $views;
    }
}
