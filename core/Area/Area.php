<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

use Tovrin\Core\Colour\Colours;

/**
 * The part of a picture that a move is limited to: shapes added to one another, and others taken off, in their order. Where the
 * first is taken off, it is taken off everything.
 */
final readonly class Area
{
    public const MOST = 100;
    /** Points of all its shapes together: each of them costs time wherever it reaches. */
    public const POINTS_MOST = 4000;

    /**
     * @param non-empty-list<Part> $parts  at most MOST
     * @param bool                 $invert lets through everything else instead
     *
     * @throws \InvalidArgumentException when there are too many
     */
    public function __construct(public array $parts, public bool $invert = false)
    {
        if (\count($parts) > self::MOST) {
            throw new \InvalidArgumentException(self::tooMany(\count($parts)));
        }
        $points = array_sum(array_map(static fn (Part $part): int => $part->shape->places(), $parts));
        if ($points > self::POINTS_MOST) {
            throw new \InvalidArgumentException(\sprintf('Its shapes have %d points in all; an area has room for %d. Remove some strokes: one polygon often does the work of many.', $points, self::POINTS_MOST));
        }
    }

    public static function tooMany(int $count): string
    {
        return \sprintf('There are %d shapes; an area has at most %d. Remove some: one polygon often does the work of many strokes.', $count, self::MOST);
    }

    /** Whether any of its shapes asks for the photo's colours. */
    public function keepsToColour(): bool
    {
        foreach ($this->parts as $part) {
            if ($part->keeps()) {
                return true;
            }
        }

        return false;
    }

    /** Of a picture that nothing was drawn on yet: what there is before the first shape. */
    public function ground(): float
    {
        return $this->parts[0]->subtract ? 1.0 : 0.0;
    }

    /**
     * How much a move is let through at places of a picture.
     *
     * @param array<int, float> $x       in shares of the width, 0…1
     * @param array<int, float> $y       in shares of the height
     * @param Colours|null      $colours the photo's own there; null where they are not known
     *
     * @return array<int, float> 0…1
     */
    public function weights(Frame $frame, array $x, array $y, ?Colours $colours = null): array
    {
        $across = $down = [];
        foreach ($x as $i => $share) {
            $across[] = $share * $frame->width;
            $down[] = $y[$i] * $frame->height;
        }
        $weights = array_fill(0, \count($x), $this->ground());
        foreach ($this->parts as $part) {
            foreach ($part->weights($frame, $across, $down, $part->keeps() ? $colours?->lab() : null) as $i => $own) {
                $weights[$i] = $part->joined($weights[$i], $own);
            }
        }
        if ($this->invert) {
            foreach ($weights as $i => $weight) {
                $weights[$i] = 1.0 - $weight;
            }
        }

        return $weights;
    }
}
