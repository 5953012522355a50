<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\ColourBlock;

/**
 * A kind of move that speaks of colours of the photo itself: where they have come to by the time it is its turn matters, and
 * which colours are meant is told by the colours a reach would be measured on.
 */
interface Anchored extends MoveKind
{
    /** Colours of the photo it speaks of, any space. */
    public function anchors(): ColourBlock;

    /**
     * @param ColourBlock $colours     in space()
     * @param ColourBlock $read        the same colours as a reach is measured on: the photo's own, or as they have come; OKLab
     * @param ColourBlock $anchors     the anchors as they have come; in space()
     * @param ColourBlock $anchorsRead the anchors as a reach is measured on; OKLab
     *
     * @return ColourBlock as apply() gives
     */
    public function applyTo(ColourBlock $colours, ColourBlock $read, ColourBlock $anchors, ColourBlock $anchorsRead): ColourBlock;
}
