<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

/** A mask that was taken in. */
final readonly class MaskView
{
    /**
     * @param string $digest what areas name it by
     * @param int    $width  as it is kept, pixels
     * @param int    $height as it is kept, pixels
     * @param float  $share  how much of the photo it takes in, 0…1
     */
    public function __construct(public string $digest, public int $width, public int $height, public float $share)
    {
    }
}
