<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

use Tovrin\Core\Colour\Colours;

/** A kind of move that divides the colours into families and has settings for each. */
interface Familied
{
    /**
     * The families in their order, with their names on the screen.
     *
     * @return non-empty-array<string, string>
     */
    public static function families(): array;

    /**
     * How much one family holds of each colour.
     *
     * @param string  $family  a key of families()
     * @param Colours $colours inside the gamut
     *
     * @return array<int, float> 0…1
     */
    public function holding(string $family, Colours $colours): array;
}
