<?php

declare(strict_types=1);

namespace Tovrin\App\Library;

use Tovrin\Core\Cube\Lut;

/** A table of another program. */
final readonly class LutView
{
    /**
     * @param string $digest what grades name it by
     * @param string $title  what its file says it is called; empty where it says nothing
     * @param string $words  what it is, for people
     * @param float  $least  the least value it gives
     * @param float  $most   the largest
     */
    private function __construct(public string $digest, public string $title, public string $words, public float $least, public float $most)
    {
    }

    public static function of(Lut $lut, string $title): self
    {
        [$least, $most] = $lut->range();

        return new self($lut->digest, $title, $lut->words(), $least, $most);
    }
}
