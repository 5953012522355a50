<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

use Tovrin\App\Entity\Photo;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Move\Familied;
use Tovrin\Core\Move\MoveKind;

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
     * What one family of a move holds of each colour.
     *
     * @return string|null null when it has no such family
     */
    public static function family(MoveKind $kind, string $family): ?string
    {
        if (!$kind instanceof Familied || !isset($kind::families()[$family])) {
            return null;
        }
        $bytes = '';
        foreach ($kind->holding($family, self::lattice()) as $weight) {
            $bytes .= \chr((int) round(255 * $weight));
        }

        return $bytes;
    }

    private static function lattice(): Colours
    {
        return Colours::lattice(self::LATTICE, 0, self::LATTICE);
    }
}
