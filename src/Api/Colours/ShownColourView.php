<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Colours;

use Tovrin\App\Reading\ColourView;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Gamut;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Reading\Reading;

/** A colour as near as a screen can show it. */
final readonly class ShownColourView
{
    /** OKLCh chroma that may be lost unseen. */
    private const UNSEEN = 0.004;

    /** @param bool $weaker it is stronger than a screen can show, and comes out weaker */
    private function __construct(public ColourView $colour, public bool $weaker)
    {
    }

    /** @param float $hue degrees */
    public static function of(float $lightness, float $chroma, float $hue): self
    {
        $shown = Gamut::intoSrgb(ColourBlock::one(OkLch::class, $lightness, $chroma, $hue));

        return new self(ColourView::of(new Reading($shown)), $shown->in(OkLch::class)->b[0] < $chroma - self::UNSEEN);
    }
}
