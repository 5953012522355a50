<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

/** A kind of move with something large that is kept beside looks: it can be written into one that leaves the server. */
interface CarriesData extends MoveKind
{
    /** @return array<string, string> settings to add to params(); none where there is nothing, or too much */
    public function data(): array;
}
