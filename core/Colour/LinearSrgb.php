<?php

declare(strict_types=1);

namespace Tovrin\Core\Colour;

/** Linear-light sRGB, 0…1 per channel inside the gamut, unbounded outside it: the root of the tree. */
final class LinearSrgb implements ColourSpace
{
    public static function id(): string
    {
        return 'srgb-linear';
    }

    public static function parent(): ?string
    {
        return null;
    }

    public static function toParent(array &$a, array &$b, array &$c): void
    {
        throw new \LogicException('Linear sRGB is the root space and has no parent.');
    }

    public static function fromParent(array &$a, array &$b, array &$c): void
    {
        throw new \LogicException('Linear sRGB is the root space and has no parent.');
    }
}
