<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

/** How noisy a photo is where it is plain. */
final readonly class GrainView
{
    /** @param list<float> $grain standard deviation in L, a and b of OKLab */
    public function __construct(public array $grain)
    {
    }
}
