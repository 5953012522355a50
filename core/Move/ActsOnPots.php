<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

/** A kind of move that does something to some of a photo's own colour families and leaves the others, without being limited to a reach. */
interface ActsOnPots
{
    public function pots(): PhotoPots;

    /** @return list<int> the pots that it does something to */
    public function changedPots(): array;
}
