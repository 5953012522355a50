<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;

/** A kind of move that is told what colour the light is. */
interface KnowsLight extends MoveKind
{
    /** What is white, as the light shows it before the move: one colour, any space; null when it was told nothing. */
    public function light(): ?ColourBlock;
}
