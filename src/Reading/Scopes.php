<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Reading\Cast;
use Tovrin\Core\Reading\ColourPlane;
use Tovrin\Core\Reading\Histogram;
use Tovrin\Core\Reading\Waveform;

/** How a photo's colours, or what a grade made of them, are spread. */
final readonly class Scopes
{
    /** End of the scope's chroma axis: the most sRGB can show, so that source and result are on one scale. */
    private const CHROMA = 0.33;

    public function __construct(private PhotoColours $colours)
    {
    }

    /** @param ColourBlock $colours the photo's reading samples, or what became of them */
    public function read(Photo $photo, ColourBlock $colours): ScopesView
    {
        $lab = $colours->in(OkLab::class);
        $grey = Histogram::greyLevels($lab);

        return ScopesView::of(
            Histogram::of($colours, $grey),
            Waveform::of($colours, $this->colours->sampleColumns($photo), $grey),
            ColourPlane::of($lab, 'hue-chroma', self::CHROMA),
            ...Cast::of($lab),
        );
    }
}
