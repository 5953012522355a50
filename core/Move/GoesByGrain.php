<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

/** A kind of move that takes into account how noisy the photo is. */
interface GoesByGrain extends MoveKind
{
    /** Whether it has been told. */
    public function goesByGrain(): bool;

    /** @param array{0: float, 1: float, 2: float} $grain standard deviation of the photo's noise in L, a and b of OKLab */
    public function steadied(array $grain): MoveKind;
}
