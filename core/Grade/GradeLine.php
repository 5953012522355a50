<?php

declare(strict_types=1);

namespace Tovrin\Core\Grade;

/** A grade as one thing of it goes from end to end. */
final readonly class GradeLine
{
    /**
     * @param Grade                   $grade at 0
     * @param \Closure(float): ?Grade $at    between the ends; null where there is none. The moves before the first one are the same objects
     * @param float                   $from  at most 0
     * @param float                   $to    at least 0
     * @param int                     $first index of the first move that changes; as many as there are moves for none
     */
    public function __construct(public Grade $grade, public \Closure $at, public float $from, public float $to, public int $first)
    {
    }
}
