<?php

declare(strict_types=1);

namespace Tovrin\App\Imaging\Apply;

use Tovrin\App\Imaging\Pixels;
use Tovrin\Core\Grade\EncodingTransform;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Planes;

/** What takes the pixels of a picture to the finished ones, whether a grade asks where they lie or not. */
final class Colouring
{
    /** Nodes along each axis for a matte, and for one that is a matter of place too. */
    private const MATTE_LATTICE = 65;
    private const PLANED_LATTICE = 49;

    /** @param int|null $lattice nodes along each axis; null is as few as keep what is promised */
    public static function of(Grade $grade, EncodingTransform $transform, Pixels $pixels, ?int $lattice): GradeLink|LutStack
    {
        $planes = Planes::of($grade);

        return 0 === $planes->count() ? GradeLink::of($grade, $transform, $pixels, $lattice) : LutStack::of($grade, $transform, $pixels, PlanePictures::of($planes, $pixels), $lattice);
    }

    /** What gives how much each pixel is reached by a move, in all three channels. */
    public static function ofWeights(Grade $grade, int $move, Pixels $pixels): GradeLink|LutStack
    {
        $transform = new EncodingTransform($pixels->colours->encoding, $pixels->colours->encoding);
        $planes = Planes::of($grade, [$move]);

        return 0 === $planes->count() ? GradeLink::ofWeights($grade, $move, $transform, $pixels, self::MATTE_LATTICE) : LutStack::ofWeights($grade, $move, $transform, $pixels, PlanePictures::of($planes, $pixels), self::PLANED_LATTICE);
    }
}
