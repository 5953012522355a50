<?php

declare(strict_types=1);

namespace Tovrin\App\Reading;

/** A place of the photo before and after a grade. */
final readonly class ProbeView
{
    /**
     * @param float                                                                                              $deltaE  CIEDE2000 between the two
     * @param \ArrayObject<string, float>                                                                        $families how much each family of the watched move holds
     * @param float|null                                                                                         $weight  the watched move's reach there
     * @param \ArrayObject<string, array{at: float, height: float, guards: list<array{0: float, 1: float}>}> $along   where it lies on each curve of the watched move
     * @param bool                                                                                               $warm    on the warm side of the hue circle
     * @param bool                                                                                               $cut     part of the square lies beside the photo
     */
    public function __construct(
        public ColourView $before,
        public ColourView $after,
        public float $deltaE,
        public \ArrayObject $families,
        public ?float $weight,
        public \ArrayObject $along,
        public bool $warm,
        public bool $cut,
    ) {
    }
}
