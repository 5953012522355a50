<?php

declare(strict_types=1);

namespace Tovrin\Core\Area;

/**
 * How wide and high a picture is, in shares of its longer side. Places are shares of width and height, as a pointer gives them;
 * distances are shares of the longer side, the same in every direction.
 */
final readonly class Frame
{
    private function __construct(public float $width, public float $height)
    {
    }

    /**
     * @param int $width  of the picture, in pixels or anything else; above 0
     * @param int $height in the same
     */
    public static function of(int $width, int $height): self
    {
        if ($width < 1 || $height < 1) {
            throw new \InvalidArgumentException('A picture is at least one pixel wide and high.');
        }
        $longer = max($width, $height);

        return new self($width / $longer, $height / $longer);
    }

    /**
     * Places as distances from the top left corner.
     *
     * @param list<array{float, float}> $places
     *
     * @return list<array{float, float}>
     */
    public function measured(array $places): array
    {
        return array_map(fn (array $place): array => [$place[0] * $this->width, $place[1] * $this->height], $places);
    }
}
