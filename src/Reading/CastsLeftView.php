<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

/** How far from neutral a photo is where it ought to be neutral: mean OKLCh chroma, before and after a grade. */
final readonly class CastsLeftView
{
    /**
     * @param array{0: float, 1: float}|null $probes at the probes; null without any
     * @param array{0: float, 1: float}|null $weak   over the photo's weak colours; null when it has none
     */
    public function __construct(public ?array $probes, public ?array $weak)
    {
    }
}
