<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;

/** A kind of move that is made for one photo and can be fitted to another, so that it does the same there. */
interface Fitting extends MoveKind
{
    /** @param ColourBlock $colours some of the other photo's colours, evenly spread over it; any space; at least one */
    public function fitted(ColourBlock $colours): MoveKind;
}
