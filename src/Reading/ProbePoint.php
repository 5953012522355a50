<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

use Symfony\Component\Validator\Constraints as Assert;

/** A place on the photo to read. */
final readonly class ProbePoint
{
    private const OUTSIDE = 'must be from {{ min }} to {{ max }}.';

    /**
     * @param float $x    share of the photo's width
     * @param float $y    share of the photo's height
     * @param int   $size side of the square read there, in pixels of the preview
     */
    public function __construct(
        #[Assert\Range(notInRangeMessage: self::OUTSIDE, min: -10, max: 10)]
        public float $x,
        #[Assert\Range(notInRangeMessage: self::OUTSIDE, min: -10, max: 10)]
        public float $y,
        #[Assert\Range(notInRangeMessage: self::OUTSIDE, min: 1, max: 101)]
        public int $size,
    ) {
    }
}
