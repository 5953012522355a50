<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Planes;

/** What tells how much the pixels of a picture are reached by a move, whether it asks where they lie or not. */
final class Mattes
{
    /** Nodes along each axis for a matte, and for one that is a matter of place too. */
    private const MATTE_LATTICE = 65;
    private const PLANED_LATTICE = 49;

    /** What gives how much each pixel is reached by a move, in all three channels. */
    public static function of(Grade $grade, int $move, Pixels $pixels): GradeLink|LutStack
    {
        $transform = new EncodingTransform($pixels->colours->encoding, $pixels->colours->encoding);
        $planes = Planes::of($grade, [$move]);

        return 0 === $planes->count() ? GradeLink::ofWeights($grade, $move, $transform, $pixels, self::MATTE_LATTICE) : LutStack::ofWeights($grade, $move, $transform, $pixels, PlanePictures::of($planes, $pixels), self::PLANED_LATTICE);
    }
}
