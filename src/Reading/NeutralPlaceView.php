<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

/** A place of a photo that ought to be neutral. */
final readonly class NeutralPlaceView
{
    /**
     * @param string                         $colour `#rrggbb` read there
     * @param array{0: float, 1: float} $at     shares of the photo's width and height
     * @param string                         $leans  its cast in words
     */
    public function __construct(public string $colour, public array $at, public string $leans)
    {
    }
}
