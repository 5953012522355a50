<?php

declare(strict_types=1);

namespace Tovrin\App\Learning;

/** Something a reach catches that nobody marked: is it a part of what is meant, or to be held? */
final readonly class AskView
{
    /**
     * @param int                                               $pot    which of the photo's pots it is
     * @param string                                            $name   of that pot
     * @param float                                             $share  of the picture, 0 to 1
     * @param non-empty-list<array{0: float, 1: float}> $points places in it, as the points of a sample of spots that answers
     * @param int                                               $columns of the mask
     * @param int                                               $rows    of the mask
     * @param string                                            $mask    where it is: a bit each, row by row, the first in the highest bit; base64
     */
    public function __construct(public int $pot, public string $name, public float $share, public array $points, public int $columns, public int $rows, public string $mask)
    {
    }
}
