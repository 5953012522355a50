<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply\Edges;

use Tovrin\Core\Grade\Grade;

/** A line that is to be found in a photo. */
final readonly class SoughtLine
{
    /**
     * @param Grade $grade  whose last move reaches what lies on the one side
     * @param bool  $ofHues whether only what differs in colour lies on different sides, not what is a light and a dark of one colour
     */
    public function __construct(public Grade $grade, public bool $ofHues = false)
    {
    }
}
