<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;

/** A kind of move for which it matters what colour the light is. */
interface UnderLight extends MoveKind
{
    /**
     * @param ColourBlock      $colours in space()
     * @param ColourBlock|null $white   what is white, as the light shows it by the time it is the move's turn: one colour, any space;
     *                                  null where nothing is known of the light, which counts as white
     *
     * @return ColourBlock as apply() gives
     */
    public function underLight(ColourBlock $colours, ?ColourBlock $white): ColourBlock;
}
