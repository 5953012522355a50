<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/**
 * A colour space: its name, the space it is defined from, and the two functions between them.
 *
 * Spaces form a tree whose root is linear-light sRGB. A class is used as its own identifier
 * (`ColourBlock::in(OkLch::class)`); nothing is ever instantiated. Both functions change three
 * equally long packed arrays of floats in place: they are the hot loops of the product, and
 * work on references because that is three times faster than building new arrays.
 */
interface ColourSpace
{
    /** Short lower-case name, e.g. `oklch`. */
    public static function id(): string;

    /** @return class-string<ColourSpace>|null the space this one is defined from; null at the root */
    public static function parent(): ?string;

    /**
     * Converts colours of this space to the parent space, in place.
     *
     * @param array<int, float> $a first channel
     * @param array<int, float> $b second channel
     * @param array<int, float> $c third channel
     *
     * @param-out array<int, float> $a
     * @param-out array<int, float> $b
     * @param-out array<int, float> $c
     */
    public static function toParent(array &$a, array &$b, array &$c): void;

    /**
     * Converts colours of the parent space to this one, in place.
     *
     * @param array<int, float> $a first channel
     * @param array<int, float> $b second channel
     * @param array<int, float> $c third channel
     *
     * @param-out array<int, float> $a
     * @param-out array<int, float> $b
     * @param-out array<int, float> $c
     */
    public static function fromParent(array &$a, array &$b, array &$c): void;
}
