<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

use Tovrin\Core\Area\Area;
use Tovrin\Core\Reach\Reach;

/**
 * What a grade asks of a picture's places, besides their colours: one number 0…1 a pixel, for the moves that are limited to an
 * area, or whose matte is softened. Where a matte is softened the number stands for the reach as well.
 */
final readonly class Plane
{
    /**
     * @param Area|null  $area   null is all of the picture
     * @param float      $soften see Move; 0 leaves the matte to the colours
     * @param Reach|null $reach  whose matte is softened; null when none is
     */
    private function __construct(public ?Area $area, public float $soften, public ?Reach $reach)
    {
    }

    /** Null for a move that is a matter of colour alone. Moves of equal planes share one. */
    public static function of(Move $move): ?self
    {
        $soft = $move->isSoftened();

        return null === $move->area && !$soft ? null : new self($move->area, $soft ? $move->soften : 0.0, $soft ? $move->reach : null);
    }

    /** What is in the way of a table of colours, in words that go on from the name of the move. */
    public function obstacle(): string
    {
        return null === $this->area ? 'has a softened matte' : 'is limited to an area';
    }

    public function isSoftened(): bool
    {
        return null !== $this->reach;
    }
}
