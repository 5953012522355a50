<?php

declare(strict_types=1);

namespace Tovrin\Core\Reach\Fit;

use Tovrin\Core\Colour\ColourBlock;

/** A stroke as it is learned from: the colours under it, and the pixels of the photo's study it runs over. */
final readonly class Mark
{
    /**
     * @param list<int> $seeds
     * @param bool      $cut   whether a part of the stroke lies beside the photo
     */
    public function __construct(public bool $wanted, public ColourBlock $colours, public array $seeds, public bool $cut = false)
    {
    }

    public function sign(): float
    {
        return $this->wanted ? 1.0 : -1.0;
    }
}
