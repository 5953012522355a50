<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\Core\Area\Frame;

/** On how many points a matte is softened, and how far: the same for every size of a picture, so that the screen and the file agree. */
final readonly class SoftSize
{
    /** Points along the longer side, at the least and at the most. */
    private const LEAST = 256;
    private const MOST = 1024;
    /** Points that the radius ought to be: He and Sun (2015) find that a fast guided filter needs no more. */
    private const RADIUS = 4;

    private function __construct(public int $width, public int $height, public int $radius)
    {
    }

    /** @param float $soften radius in thousandths of the longer side, above 0 */
    public static function of(float $soften, Frame $frame): self
    {
        $side = max(self::LEAST, min(self::MOST, self::RADIUS * 1000.0 / $soften));

        return new self(max(1, (int) round($side * $frame->width)), max(1, (int) round($side * $frame->height)), max(1, (int) round($side * $soften / 1000.0)));
    }
}
