<?php

declare(strict_types=1);

namespace Tovrin\App\Photo;

use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Grade\Passage;
use Tovrin\Core\Grade\Planes;

/** A grade on the pixels of a picture, wherever these lie. */
final class Colouring
{
    /**
     * @param Pixels                $pixels   may be written over
     * @param int|null              $lattice  nodes along each axis; null is as few as keep what is promised
     * @param callable(float): void $progress told the share done, 0…1; may throw to stop
     * @param int|null              $bits     8 or 16 a channel of the result; as before unless given
     * @param ColourTag|null        $tag      what the result means; as before unless given
     *
     * @return array{Pixels, Exactness}
     */
    public static function apply(Grade $grade, Passage $passage, Pixels $pixels, ?int $lattice, callable $progress, ?int $bits = null, ?ColourTag $tag = null): array
    {
        $planes = Planes::of($grade);
        if ($planes->count() > 0) {
            $stack = StackLink::of($grade, $passage, $pixels, PlanePictures::of($planes, $pixels), $lattice);

            return [$stack->apply($pixels, $progress, $bits ?? $pixels->bits, $tag), $stack->exactness];
        }
        $link = GradeLink::of($grade, $passage, $pixels, $lattice);

        return [LittleCms::applyLink($link->bytes, $link->lattice, $pixels, $progress, $bits, $tag), $link->exactness];
    }
}
