<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

use Tovrin\Core\Reach\Reach;

/** A reach made from samples, and how well it does. */
final readonly class ReachFit
{
    /**
     * @param Reach|null   $reach   null when it reaches everything
     * @param float|null   $wanted  share of the wanted samples caught, 0…1; null when there are none
     * @param float|null   $held    share of the held samples caught, 0…1; null when there are none
     * @param float        $overlap share of their colours that wanted and held samples have in common, 0…1: no
     *                              reach can part these
     * @param list<string> $words   what was done, in whole sentences
     */
    public function __construct(
        public ?Reach $reach,
        public ?float $wanted,
        public ?float $held,
        public float $overlap,
        public array $words,
    ) {
    }
}
