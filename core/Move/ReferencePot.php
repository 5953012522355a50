<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Model\Moments;

/** A colour family of the photo that a match is to be like. */
final readonly class ReferencePot
{
    /** @param float $share of the picture, 0…1 */
    public function __construct(public string $name, public float $share, public Moments $moments)
    {
    }
}
