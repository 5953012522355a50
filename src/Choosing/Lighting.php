<?php

declare(strict_types=1);

namespace Tovrin\App\Choosing;

use Tovrin\App\Entity\Photo;
use Tovrin\App\Photo\PhotoColours;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Move\HueBands;
use Tovrin\Core\Move\SelectiveColour;

/** What is to be lit up on the photo: lattices of 8-bit weights over encoded sRGB, red running fastest. */
final readonly class Lighting
{
    public const LATTICE = 33;

    public function __construct(private PhotoColours $colours)
    {
    }

    /** @return string|null null when the photo has no such pot */
    public function pot(Photo $photo, int $pot): ?string
    {
        $pots = $this->colours->pots($photo);
        if ($pot >= $pots->count()) {
            return null;
        }
        $bytes = '';
        foreach ($pots->membership(self::lattice()->lab()) as $at) {
            $bytes .= $at === $pot ? "\xFF" : "\0";
        }

        return $bytes;
    }

    /**
     * What one target of selective colour, or one band, holds of each colour.
     *
     * @return string|null null when there is no such family
     */
    public static function family(string $kind, string $family): ?string
    {
        $bands = 'band-mix' === $kind;
        if (!isset(($bands ? HueBands::NAMES : SelectiveColour::TARGETS)[$family])) {
            return null;
        }
        $bytes = '';
        foreach ($bands ? HueBands::of($family, self::lattice()->lch()) : SelectiveColour::holding($family, self::lattice()->in(Srgb::class)) as $weight) {
            $bytes .= \chr((int) round(255 * $weight));
        }

        return $bytes;
    }

    private static function lattice(): Colours
    {
        return Colours::lattice(self::LATTICE, 0, self::LATTICE);
    }
}
