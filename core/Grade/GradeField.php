<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

/** A grade as two things of it go from end to end, each by itself. */
final readonly class GradeField
{
    /**
     * @param Grade                          $grade at 0, 0
     * @param \Closure(float, float): ?Grade $at    between the ends; null where there is none. The moves before the first one are the same objects
     * @param array{float, float}            $along ends of the one: at most 0, and at least 0
     * @param array{float, float}            $aside ends of the other
     * @param int                            $first index of the first move that changes; as many as there are moves for none
     */
    public function __construct(public Grade $grade, public \Closure $at, public array $along, public array $aside, public int $first)
    {
    }
}
