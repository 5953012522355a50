<?php

declare(strict_types=1);

namespace Tovrin\Core\Reading;

/** A picture as plain pixels: 8-bit encoded RGB, row by row without padding. */
final readonly class Raster
{
    /**
     * @param string $rgb    3 × width × height bytes
     * @param int    $width  pixels, at least 1
     * @param int    $height pixels, at least 1
     */
    public function __construct(public string $rgb, public int $width, public int $height)
    {
        if ($width < 1 || $height < 1 || \strlen($rgb) !== 3 * $width * $height) {
            throw new \InvalidArgumentException(\sprintf('A picture of %d × %d pixels has %d bytes of RGB; there are %d.', $width, $height, 3 * $width * $height, \strlen($rgb)));
        }
    }

    /** Smaller by a whole number: means of squares of pixels; what is left at the right and below falls away. A hot loop. */
    public function reduced(int $factor): self
    {
        if ($factor <= 1) {
            return $this;
        }
        [$width, $height] = [max(1, intdiv($this->width, $factor)), max(1, intdiv($this->height, $factor))];
        [$across, $down] = [min($factor, $this->width), min($factor, $this->height)];
        $count = $across * $down;
        $rgb = '';
        for ($y = 0; $y < $height; ++$y) {
            $row = array_fill(0, 3 * $width, 0);
            for ($j = 0; $j < $down; ++$j) {
                $start = 3 * ($y * $factor + $j) * $this->width;
                for ($x = 0; $x < $width; ++$x) {
                    $at = $start + 3 * $x * $factor;
                    $end = $at + 3 * $across;
                    $to = 3 * $x;
                    for (; $at < $end; $at += 3) {
                        $row[$to] += \ord($this->rgb[$at]);
                        $row[$to + 1] += \ord($this->rgb[$at + 1]);
                        $row[$to + 2] += \ord($this->rgb[$at + 2]);
                    }
                }
            }
            $rgb .= pack('C*', ...array_map(static fn (int $sum): int => intdiv(2 * $sum + $count, 2 * $count), $row));
        }

        return new self($rgb, $width, $height);
    }
}
