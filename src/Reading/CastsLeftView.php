<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

/** How far from neutral a photo is where it ought to be neutral: mean OKLCh chroma, before and after a grade. */
final readonly class CastsLeftView
{
    /**
     * @param array{0: float, 1: float}|null $probes at the probes; null without any
     * @param array{0: float, 1: float}|null $weak   over the photo's weak colours; null when it has none
     * @param NeutralPlaceView|null          $place  where one more would tell most; null where all that looks grey is spoken for, or nothing is probed
     * @param float                          $share  of the photo that looks grey and is still tinted, 0 to 1
     */
    public function __construct(public ?array $probes, public ?array $weak, public ?NeutralPlaceView $place, public float $share)
    {
    }
}
