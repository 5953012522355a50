<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

/** A kind of move whose settings are curves, which the interface draws exactly as they act. */
interface Drawn
{
    /**
     * Its curves as evenly spaced values, by name; what lies along each is the kind's own matter.
     *
     * @return array<string, list<float>>
     */
    public function drawing(): array;
}
