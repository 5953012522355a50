<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Native\VipsImage;

/**
 * A softened matte, as the guided filter leaves it: at each of few points two numbers a and b, and the matte of a pixel is a × luma + b
 * with a and b in straight lines between the points. So it follows the edges of the picture itself, however large that is.
 */
final readonly class SoftRaster
{
    private const BYTES = 8;
    /** Where a is closer to 0 than this, and b to 0 or 1, the matte counts as just that: within a level of 8 bits. */
    private const SURE = 1.5e-3;

    /** @param string $floats width × height × (a, b), 32 bits each in the machine's byte order, row by row */
    public function __construct(public int $width, public int $height, public string $floats)
    {
    }

    /** For libvips: an image of two bands over it. To be called in a process of its own. */
    public function image(): VipsImage
    {
        return VipsImage::over($this->floats, $this->width, $this->height, 2, 32);
    }

    /**
     * The matte of pixels.
     *
     * @param array<int, float> $x    in shares of the width, 0…1
     * @param array<int, float> $y    in shares of the height
     * @param array<int, float> $luma see GuidedFilter, 0…1
     *
     * @return array<int, float> 0…1
     */
    public function at(array $x, array $y, array $luma): array
    {
        $matte = [];
        foreach ($luma as $i => $light) {
            $across = max(0.0, min($this->width - 1.0, $x[$i] * $this->width - 0.5));
            $down = max(0.0, min($this->height - 1.0, $y[$i] * $this->height - 0.5));
            [$column, $row] = [(int) $across, (int) $down];
            $sum = 0.0;
            foreach ([[0, 0], [1, 0], [0, 1], [1, 1]] as [$right, $below]) {
                $share = ($right ? $across - $column : 1.0 - $across + $column) * ($below ? $down - $row : 1.0 - $down + $row);
                [$a, $b] = $this->point(min($this->width - 1, $column + $right), min($this->height - 1, $row + $below));
                $sum += $share * ($a * $light + $b);
            }
            $matte[] = max(0.0, min(1.0, $sum));
        }

        return $matte;
    }

    /** Each point as one byte: "\0" where the matte is surely 0, "\xFF" where it is surely 1, another one elsewhere. */
    public function sureness(): string
    {
        $bytes = '';
        foreach (str_split($this->floats, max(1, self::BYTES * $this->width)) as $row) {
            /** @var array<int, float> $values */
            $values = unpack('f*', $row);
            for ($i = 1; $i <= 2 * $this->width; $i += 2) {
                $b = $values[$i + 1];
                $flat = $values[$i] < self::SURE && $values[$i] > -self::SURE;
                $bytes .= $flat && $b < self::SURE ? "\0" : ($flat && $b > 1.0 - self::SURE ? "\xFF" : "\x80");
            }
        }

        return $bytes;
    }

    /** @return array{float, float} a and b */
    private function point(int $column, int $row): array
    {
        /** @var array{1: float, 2: float} $both */
        $both = unpack('f2', $this->floats, self::BYTES * ($row * $this->width + $column));

        return [$both[1], $both[2]];
    }
}
